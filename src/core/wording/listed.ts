/** Several things in one sentence: "a", "a and b", "a, b and c". */
export const listed = (things: readonly string[]): string =>
  things.length < 2 ? (things[0] ?? '') : `${things.slice(0, -1).join(', ')} and ${things.at(-1)!}`;
