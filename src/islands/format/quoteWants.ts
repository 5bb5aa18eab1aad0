import type { QuoteLine } from '#contracts/quotes/views';

type Words = { readonly short: string; readonly why: string; readonly action: string };

/** What a quote asks of its owner. */
export const quoteWantWords = {
  answer: { short: 'a question', why: 'has a question about it.', action: 'Answer' },
  signature: { short: 'your signature', why: 'has signed; only your signature is missing.', action: 'Sign' },
  renewal: { short: 'expired', why: 'has not answered, and it has expired.', action: 'Renew it' },
  anew: { short: 'asked for anew', why: 'would still like it, though it has expired.', action: 'Offer it again' },
} as const satisfies Record<NonNullable<QuoteLine['wants']>, Words>;
