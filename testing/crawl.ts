/** What a visitor reaches by links, in the order of coming upon them. */
export type Visited = { readonly path: string; readonly status: number; readonly from: string };

/** Of one page with different queries, so many: a calendar leads on for ever. */
const mostQueries = 4;

/** What leads somewhere else than to read. */
const notFollowed = /^\/(?:_astro|fonts|api\/auth|sign-out)\b|\.(?:js|css|woff2?|svg|png|ico|webmanifest)$/;

const unescaped = (text: string): string =>
  text.replaceAll('&amp;', '&').replaceAll('&#38;', '&').replaceAll('\\/', '/');

/** Paths of this site that a page or a letter names. */
function linksIn(text: string, address: string): string[] {
  const named = [...text.matchAll(/(?:href|src|action)=(?:"([^"]+)"|'([^']+)')/g)].map(([, a, b]) => a ?? b!);
  return named.flatMap((link) => {
    const to = unescaped(link);
    if (!to.startsWith('/') && !/^https?:\/\/(?:localhost|127\.0\.0\.1)(?::\d+)?\//.test(to)) return [];
    const { pathname, search } = new URL(to, address);
    return notFollowed.test(pathname) ? [] : [pathname + search];
  });
}

/**
 * Follows every link of every page from these on. @param cookie whose it is
 * @returns each path with its answer; one that leads on is followed, and counts as where it ends
 */
export async function crawl(address: string, cookie: string, starts: readonly string[]): Promise<Visited[]> {
  const waiting = starts.map((path) => ({ path, from: '' }));
  const seen = new Set(starts);
  const queries = new Map<string, number>();
  const visited: Visited[] = [];
  const next = async (): Promise<void> => {
    for (let each = waiting.shift(); each; each = waiting.shift()) {
      const response = await fetch(address + each.path, { headers: { cookie, accept: 'text/html' } });
      const text = await response.text();
      visited.push({ ...each, status: response.status });
      if (!/html|json/.test(response.headers.get('content-type') ?? '')) continue;
      for (const path of linksIn(text, address)) {
        const [bare] = path.split('?');
        if (seen.has(path)) continue;
        seen.add(path);
        if (path.includes('?')) {
          const before = queries.get(bare!) ?? 0;
          queries.set(bare!, before + 1);
          if (before >= mostQueries) continue;
        }
        waiting.push({ path, from: each.path });
      }
    }
  };
  // Whoever finds nothing waiting is done; the first goes on until all is.
  await next();
  return visited;
}
