/** Astro's development server writes inline scripts without hashes; what is built never does. */
const developing = import.meta.env?.DEV === true;

/** Scripts only from here, by the hashes that Astro gives for its own; nothing from outside, nowhere to be framed. */
const directives = (scriptHashes: string, framed: boolean): string =>
  [
    `default-src 'self'`,
    `script-src 'self'${developing ? " 'unsafe-inline'" : scriptHashes}`,
    // Mantine sets sizes in style attributes.
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data:`,
    `font-src 'self' data:`,
    `connect-src 'self'`,
    `frame-src 'self'`,
    `worker-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors ${framed ? "'self'" : "'none'"}`,
  ].join('; ');

/** Puts the security headers on a response; only the stand-in's card frame may stand inside another page. */
export function applyHeaders(response: Response, url: URL): Response {
  const given = response.headers.get('content-security-policy') ?? '';
  const hashes =
    given
      .match(/'sha256-[^']+'/g)
      ?.map((hash) => ` ${hash}`)
      .join('') ?? '';
  const framed = url.pathname === '/stand-in/card';
  response.headers.set('content-security-policy', directives(hashes, framed));
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('permissions-policy', 'camera=(), microphone=(), geolocation=()');
  if (!response.headers.has('cache-control')) response.headers.set('cache-control', 'no-store');
  return response;
}
