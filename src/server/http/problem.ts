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
  /** The id under which the request is found in the log. */
  readonly request?: string;
};

const titles: Readonly<Record<number, string>> = {
  400: 'Not readable',
  401: 'Sign-in needed',
  403: 'Not from here',
  404: 'Not found',
  405: 'Method not allowed',
  408: 'The request was not whole in time',
  409: 'Refused by a rule',
  413: 'Too large',
  421: 'Not for this host',
  422: 'Not valid',
  429: 'Too many tries',
  500: 'A fault of ours',
  502: 'A service outside did not answer',
  503: 'Not ready',
  507: 'Nothing can be written',
};

/** Problem details of a status and code. */
export const problemOf = (status: number, code: string, more: Partial<Problem> = {}): Problem => ({
  type: 'about:blank',
  title: titles[status] ?? 'Not done',
  status,
  code,
  ...more,
});

export const problem = (status: number, code: string, more: Partial<Problem> = {}): Response =>
  new Response(JSON.stringify(problemOf(status, code, more)), {
    status,
    headers: { 'content-type': 'application/problem+json' },
  });
