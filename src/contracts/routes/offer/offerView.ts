import type { QuotePageView } from '#contracts/quotes/views';
import { view } from '#contracts/routes/route';

export const offerView = view<{ readonly link: string }, QuotePageView | { readonly goTo: string }>(
  '/api/client/quote/view/:link',
);
