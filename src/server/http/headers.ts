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
const ancestorsOf = ({ pathname }: URL): string => {
  if (pathname === '/stand-in/card') return "'self'";
  return pathname === '/book' || pathname === '/book/' ? '*' : "'none'";
};

/** Puts the security headers on a response. */
export function applyHeaders(response: Response, url: URL): Response {
  const given = response.headers.get('content-security-policy') ?? '';
  const hashes =
    given
      .match(/'sha256-[^']+'/g)
      ?.map((hash) => ` ${hash}`)
      .join('') ?? '';
  response.headers.set('content-security-policy', directives(hashes, ancestorsOf(url)));
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('permissions-policy', 'camera=(), microphone=(), geolocation=()');
  if (!response.headers.has('cache-control')) response.headers.set('cache-control', 'no-store');
  return response;
}
