import { randomBytes } from 'node:crypto';

/** Astro's development server writes inline scripts without hashes; what is built never does. */
const developing = import.meta.env?.DEV === true;

/** Scripts only from here, by the hashes that Astro gives for its own; nothing from outside, nowhere to be framed. */
type Allowed = {
  readonly scriptHashes: string;
  readonly nonce: string;
  readonly ancestors: string;
  readonly frames: string;
};
const directives = ({ scriptHashes, nonce, ancestors, frames }: Allowed): string =>
  [
    `default-src 'self'`,
    `script-src 'self'${developing ? " 'unsafe-inline'" : scriptHashes}`,
    // For browsers that do not tell the two apart; the others read the next two.
    `style-src 'self' 'unsafe-inline'`,
    `style-src-elem 'self'${developing ? " 'unsafe-inline'" : nonce}`,
    // Mantine sets sizes in style attributes.
    `style-src-attr 'unsafe-inline'`,
    `img-src 'self' data:`,
    `font-src 'self' data:`,
    `connect-src 'self'`,
    `frame-src 'self'${frames}`,
    `worker-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors ${ancestors}`,
  ].join('; ');

/** The card network's frame stands in our pages, the booking page in any page that the owner puts it in. */
const ancestorsOf = (pathname: string): string => {
  if (pathname === '/stand-in/card') return "'self'";
  if (pathname === '/book' || pathname === '/book/') return '*';
  // The owner tries the way of a client in a frame of their own page.
  return pathname.startsWith('/book/pay/') || pathname.startsWith('/b/') ? "'self'" : "'none'";
};

/** A letter is drawn with its own styles and pictures of ours, and does nothing. */
const letterPolicy = `sandbox; default-src 'none'; img-src 'self' data:; style-src 'unsafe-inline'; frame-ancestors 'self'`;

/** The policy of a page, with the frames of processors, and the hashes of scripts and the nonce of styles that a given one allows. */
export function contentPolicy(given: string, pathname: string, frameOrigins: readonly string[] = []): string {
  if (pathname === '/messages/preview') return letterPolicy;
  const all = (pattern: RegExp): string => (given.match(pattern) ?? []).map((each) => ` ${each}`).join('');
  return directives({
    scriptHashes: all(/'sha256-[^']+'/g),
    nonce: all(/'nonce-[\w+/=-]+'/g),
    ancestors: ancestorsOf(pathname),
    // What a page was given before stays: the built server's own entry puts the policy on once more.
    frames: [...new Set([...frameOrigins, ...(/frame-src ([^;]*)/.exec(given)?.[1]?.split(' ') ?? [])])]
      .filter((each) => each.startsWith('https://'))
      .map((each) => ` ${each}`)
      .join(''),
  });
}

/** On everything that is answered: pages, assets, errors. */
export const steadyHeaders: readonly (readonly [name: string, value: string])[] = [
  ['x-content-type-options', 'nosniff'],
  ['referrer-policy', 'same-origin'],
  ['permissions-policy', 'camera=(), microphone=(), geolocation=()'],
];

/** Where clients reach it by https: no browser goes there by anything else for a year (RFC 6797). */
export const strictTransport = ['strict-transport-security', 'max-age=31536000'] as const;

/**
 * Gives the style elements of a page the nonce of this answer, and names it where scripts that make more of them look:
 * nothing else that stands in a page is a style sheet. Scripts are allowed by their hashes alone.
 */
async function withStyleNonce(response: Response): Promise<Response> {
  if (developing || !response.headers.get('content-type')?.startsWith('text/html') || !response.body) return response;
  const nonce = randomBytes(16).toString('base64');
  const html = (await response.text())
    .replaceAll('<style', `<style nonce="${nonce}"`)
    .replace('<head>', `<head><meta name="csp-nonce" content="${nonce}">`);
  const headers = new Headers(response.headers);
  headers.set('content-security-policy', `${headers.get('content-security-policy') ?? ''} 'nonce-${nonce}'`);
  return new Response(html, { status: response.status, headers });
}

/** Puts the security headers on a response. The built server's own entry does the same for what never comes here. */
export async function applyHeaders(given: Response, url: URL, frameOrigins: readonly string[] = []): Promise<Response> {
  const response = await withStyleNonce(given);
  const policy = response.headers.get('content-security-policy') ?? '';
  response.headers.set('content-security-policy', contentPolicy(policy, url.pathname, frameOrigins));
  for (const [name, value] of steadyHeaders) response.headers.set(name, value);
  if (!response.headers.has('cache-control')) response.headers.set('cache-control', 'no-store');
  return response;
}
