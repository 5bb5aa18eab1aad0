/** What happened to a payment request: appended, never changed. */
export type RequestFact =
  | { readonly kind: 'sent'; readonly to: string }
  | { readonly kind: 'copied' }
  | { readonly kind: 'opened'; readonly via: 'message' | 'link' }
  | { readonly kind: 'declined'; readonly code: string; readonly by: string }
  /** Collected from a bank account; paid when it settles. */
  | { readonly kind: 'onTheWay'; readonly amount: number; readonly by: string; readonly settles: string }
  /** It had been paid, and the payer's bank sent it back. */
  | { readonly kind: 'returned'; readonly amount: number; readonly code: string; readonly by: string }
  | { readonly kind: 'paid'; readonly amount: number; readonly by: string; readonly via: 'message' | 'link' };
