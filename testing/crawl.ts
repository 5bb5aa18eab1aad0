/** What somebody reaches by links: each path with its answer, and the page that named it. */
export type Visited = { readonly path: string; readonly status: number; readonly from: string };

/** Of one page with different queries, so many: a calendar leads on for ever. */
const mostQueries = 3;
/** The entry lets three requests of one network through at a time. */
const atOnce = 3;

/** What is no page or paper: parts of pages, the way out. */
const notFollowed = /^\/(?:_astro|fonts|api\/auth)\b|\.(?:js|css|woff2?|svg|png|ico|webmanifest)$/;

const plain = (text: string): string =>
  text.replaceAll('\\"', '"').replaceAll('&quot;', '"').replaceAll('&amp;', '&').replaceAll('&#38;', '&');

/** Paths of this site that a page, the values that it hands to its parts, or a letter names. */
function linksIn(text: string, address: string): string[] {
  const named = [...plain(text).matchAll(/(?:href|src|url)"?[=:]\s*(?:\[0,)?(?:"([^"\s]+)"|'([^'\s]+)')/g)];
  return named.flatMap(([, double, single]) => {
    const to = double ?? single!;
    const isOurs = /^\/(?!\/)/.test(to) || /^https?:\/\/(?:localhost|127\.0\.0\.1)(?::\d+)?\//.test(to);
    if (!isOurs || !URL.canParse(to, address)) return [];
    const { pathname, search } = new URL(to, address);
    return notFollowed.test(pathname) ? [] : [pathname + search];
  });
}

/**
 * Follows every link of every page from these on, as whoever has the cookie. What leads on is followed, and counts as where
 * it ends.
 */
export async function crawl(address: string, cookie: string, starts: readonly string[]): Promise<Visited[]> {
  const waiting = starts.map((path) => ({ path, from: '' }));
  const seen = new Set(starts);
  const queries = new Map<string, number>();
  const visited: Visited[] = [];
  const found = (path: string, from: string): void => {
    if (seen.has(path)) return;
    seen.add(path);
    const [bare, query] = path.split('?');
    const before = queries.get(bare!) ?? 0;
    if (query !== undefined) queries.set(bare!, before + 1);
    if (query === undefined || before < mostQueries) waiting.push({ path, from });
  };
  const look = async (each: { path: string; from: string }): Promise<void> => {
    const response = await fetch(address + each.path, { headers: { cookie, accept: 'text/html' } });
    const text = await response.text();
    visited.push({ ...each, status: response.status });
    if (/html|json/.test(response.headers.get('content-type') ?? ''))
      for (const path of linksIn(text, address)) found(path, each.path);
  };
  while (waiting.length > 0) await Promise.all(waiting.splice(0, atOnce).map(look));
  return visited;
}
