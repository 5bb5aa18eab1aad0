import type { Route } from './routes';

export type Tried = {
  readonly route: string;
  readonly kind: string;
  readonly said: string;
  readonly status: number;
  readonly ms: number;
  readonly code: string;
};

/** What works once in an installation, and worked before the fuzzer came, or accepts nothing; why. */
export const onceOnly: Readonly<Record<string, string>> = {
  '/api/first-start': 'the installation has its owner',
  '/first-start': 'the same',
  '/api/begin/clean': 'live accounts were used: nothing of it can be taken for a trial',
  '/404': 'it says that nothing is there',
  '/500': 'it says that something failed',
};

/** What is refused where time has passed, or where something is missing that each installation has; why. */
const refusedRarely: Readonly<Record<string, string>> = {
  '/api/closing/release-many': 'who sits there is asked again ten minutes after they came in',
  '/api/business/save-safety': 'the same',
  '/api/begin/test-account': 'the same, and where no processor has test accounts',
  '/api/begin/offer': 'the terms that it begins with are there until somebody takes them away',
};

export function grouped<T, K>(items: readonly T[], keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return groups;
}

const isAccepted = ({ status }: Tried): boolean => status >= 200 && status < 400;
/** Refused by a rule that the route's contract names, not by its form. */
export const isRefusedByRule =
  (codes: readonly string[]) =>
  ({ code, status }: Tried): boolean =>
    status >= 400 && codes.includes(code);

/** Routes that never answered what each should at least once. */
export const gaps = (
  tried: readonly Tried[],
  routes: readonly Route[],
): { readonly path: string; readonly never: 'accepted' | 'refused' }[] => {
  const byRoute = grouped(tried, ({ route }) => route);
  return routes.flatMap(({ path, codes }) => {
    const all = byRoute.get(path) ?? [];
    const never: { path: string; never: 'accepted' | 'refused' }[] = [];
    if (!(path in onceOnly) && !all.some(isAccepted)) never.push({ path, never: 'accepted' });
    if (codes.length > 0 && !(path in refusedRarely) && !all.some(isRefusedByRule(codes)))
      never.push({ path, never: 'refused' });
    return never;
  });
};

export function report(tried: readonly Tried[], routes: readonly Route[], ms: number): void {
  const byRoute = grouped(tried, ({ route }) => route);
  const codes = new Map(routes.map((route) => [route.path, route.codes]));
  for (const [route, all] of [...byRoute].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const sent = all.filter(({ status }) => status !== -2);
    const counts = [...grouped(sent, ({ status }) => status)].sort(([a], [b]) => a - b);
    const refused = sent.filter(isRefusedByRule(codes.get(route) ?? [])).length;
    const rule = refused > 0 ? `  by a rule ${refused}` : '';
    console.log(`${route.padEnd(44)} ${counts.map(([status, these]) => `${status}×${these.length}`).join(' ')}${rule}`);
  }
  const slowest = tried.toSorted((a, b) => b.ms - a.ms).slice(0, 10);
  console.log(`${Math.round(tried.length / (ms / 1000))} a second; the slowest:`);
  for (const { ms: took, status, said } of slowest)
    console.log(`  ${Math.round(took)} ms  ${status}  ${said.slice(0, 110)}`);
}
