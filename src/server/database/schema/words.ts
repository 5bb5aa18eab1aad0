import type { PersonalData } from '#core/factCodec/personalData';
import { bigint, bigserial, jsonb, pgTable } from 'drizzle-orm/pg-core';

/**
 * What people wrote or are called, in the facts that hold its id. A row is written once; it may only lose what was said
 * (a trigger holds that), when the person it is of has to go and the books have to stay.
 */
export const words = pgTable('words', {
  id: bigserial({ mode: 'number' }).primaryKey(),
  said: jsonb().$type<PersonalData>(),
});

/** The words of a fact; null where it has none. */
export const wordsId = () => bigint({ mode: 'number' }).references(() => words.id);
