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
  isDeepStrictEqual(kept, computed) || isDeepStrictEqual(plain(kept), plain(computed))
    ? []
    : [{ what, where, kept, computed }];

/** Of two lists in any order, each entry that stands more often in one of them: named by itself. */
export function listDiffers(
  what: string,
  where: string,
  kept: readonly string[],
  computed: readonly string[],
): Difference[] {
  const more = new Map<string, number>();
  for (const each of kept) more.set(each, (more.get(each) ?? 0) + 1);
  for (const each of computed) more.set(each, (more.get(each) ?? 0) - 1);
  return [...more].flatMap(([each, by]): Difference[] => {
    if (by === 0) return [];
    return [{ what, where, kept: by > 0 ? each : null, computed: by > 0 ? null : each }];
  });
}
