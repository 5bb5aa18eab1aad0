import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import { bigint, text } from 'drizzle-orm/pg-core';

/** A moment as ISO text in UTC: sorts as text, and reads the same through both drivers. */
export const instant = () => text().$type<Instant>();
/** Whole minor units. */
export const money = () => bigint({ mode: 'number' }).$type<Minor>();
