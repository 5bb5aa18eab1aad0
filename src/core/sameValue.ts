/** The value with its keys in one order and without those that are undefined: a database reorders the keys of JSON. */
const canonical = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(canonical);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, each]) => each !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, each]) => [key, canonical(each)]),
  );
};

/** The value as JSON with its keys in one order: what a digest can be taken of. */
export const canonicalJson = (value: unknown): string => JSON.stringify(canonical(value));

/** Whether two values of plain data say the same. */
export const sameValue = (a: unknown, b: unknown): boolean => canonicalJson(a) === canonicalJson(b);
