import { isDeepStrictEqual } from 'node:util';

/** One thing that is derived and does not agree with what it is derived from. */
export type Difference = {
  readonly what: string;
  readonly where: string;
  readonly kept: unknown;
  readonly computed: unknown;
};

/** As a database gives it back: without keys that are undefined, nulls where a column was left out. */
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

export const differs = (what: string, where: string, kept: unknown, computed: unknown): Difference[] =>
  isDeepStrictEqual(plain(kept), plain(computed)) ? [] : [{ what, where, kept, computed }];
