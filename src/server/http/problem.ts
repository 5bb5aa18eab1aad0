/** Errors as RFC 9457 has them, with our stable `code` and, for a form, the field's path. */
export type Problem = {
  readonly type: 'about:blank';
  readonly title: string;
  readonly status: number;
  readonly code: string;
  readonly path?: string;
  /** The data that explains a refusal: limits, addresses, moments. */
  readonly detail?: unknown;
  readonly issues?: readonly { readonly path: string; readonly message: string }[];
};

const titles: Readonly<Record<number, string>> = {
  400: 'Not readable',
  401: 'Sign-in needed',
  403: 'Not from here',
  404: 'Not found',
  409: 'Refused by a rule',
  422: 'Not valid',
  429: 'Too many tries',
  502: 'A service outside did not answer',
};

export function problem(status: number, code: string, more: Partial<Problem> = {}): Response {
  const body: Problem = { type: 'about:blank', title: titles[status] ?? 'Not done', status, code, ...more };
  return new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/problem+json' } });
}
