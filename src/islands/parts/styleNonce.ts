/** What style elements carry that scripts of ours make, so that the page's policy lets them; none while the server draws. */
export const styleNonce = (): string =>
  typeof document === 'undefined'
    ? ''
    : (document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? '');
