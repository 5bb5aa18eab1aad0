/** An answer with the cookies that another one sets. */
export function withCookiesOf(from: Response | null, to: Response): Response {
  for (const cookie of from?.headers.getSetCookie() ?? []) to.headers.append('set-cookie', cookie);
  return to;
}
