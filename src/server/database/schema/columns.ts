import type { Recorded } from '#core/people/actor';
import { factVersion } from '#core/factCodec/readFact';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import { bigint, customType, text } from 'drizzle-orm/pg-core';

/** A moment as ISO text in UTC: sorts as text, and reads the same through both drivers. */
export const instant = () => text().$type<Instant>();
/** Whole minor units. */
export const money = () => bigint({ mode: 'number' }).$type<Minor>();
/** The drivers give different kinds of byte arrays. */
export const bytes = customType<{ data: Buffer; driverData: Uint8Array }>({
  dataType: () => 'bytea',
  fromDriver: (value) => Buffer.from(value),
});

/** What stands in a fact itself and whoever did it, read through its one reader whatever the form in which it was written. */
export const factColumn = <F extends object>(reader: { readonly bare: (written: unknown) => Recorded<F> }) =>
  customType<{ data: Recorded<F>; driverData: unknown }>({
    dataType: () => 'jsonb',
    toDriver: (fact) => JSON.stringify({ ...fact, v: factVersion }),
    fromDriver: (value) => reader.bare(typeof value === 'string' ? JSON.parse(value) : value),
  })();
