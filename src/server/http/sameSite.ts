const reading = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Whether a request that changes something comes from our own pages: browsers say where a request begins. */
export function isFromHere({ method, headers, url }: Request): boolean {
  if (reading.has(method)) return true;
  const site = headers.get('sec-fetch-site');
  if (site !== null) return site === 'same-origin' || site === 'none';
  const origin = headers.get('origin');
  // No browser: it brings no cookie that somebody else could have made it send.
  if (origin === null) return true;
  return (
    origin !== 'null' && URL.canParse(origin) && new URL(origin).host === (headers.get('host') ?? new URL(url).host)
  );
}
