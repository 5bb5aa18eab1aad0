/** Astro's development server writes inline scripts without hashes; what is built never does. */
const developing = import.meta.env?.DEV === true;

/** Scripts only from here, by the hashes that Astro gives for its own; nothing from outside, nowhere to be framed. */
const directives = (scriptHashes: string, ancestors: string): string =>
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
    `frame-ancestors ${ancestors}`,
  ].join('; ');

/** The card network's frame stands in our pages, the booking page in any page that the owner puts it in. */
const ancestorsOf = (pathname: string): string => {
  if (pathname === '/stand-in/card') return "'self'";
  return pathname === '/book' || pathname === '/book/' ? '*' : "'none'";
};

/** The policy of a page, with the hashes of scripts that a given one allows: Astro's, or one of our own. */
export function contentPolicy(given: string, pathname: string): string {
  const hashes = given.match(/'sha256-[^']+'/g) ?? [];
  return directives(hashes.map((hash) => ` ${hash}`).join(''), ancestorsOf(pathname));
}

/** On everything that is answered: pages, assets, errors. */
export const steadyHeaders: readonly (readonly [name: string, value: string])[] = [
  ['x-content-type-options', 'nosniff'],
  ['referrer-policy', 'same-origin'],
  ['permissions-policy', 'camera=(), microphone=(), geolocation=()'],
];

/** Where clients reach it by https: no browser goes there by anything else for a year (RFC 6797). */
export const strictTransport = ['strict-transport-security', 'max-age=31536000'] as const;

/** Puts the security headers on a response. The built server's own entry does the same for what never comes here. */
export function applyHeaders(response: Response, url: URL): Response {
  const given = response.headers.get('content-security-policy') ?? '';
  response.headers.set('content-security-policy', contentPolicy(given, url.pathname));
  for (const [name, value] of steadyHeaders) response.headers.set(name, value);
  if (!response.headers.has('cache-control')) response.headers.set('cache-control', 'no-store');
  return response;
}
