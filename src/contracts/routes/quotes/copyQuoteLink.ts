import type { OnQuote } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const copyQuoteLink = route<z.input<typeof OnQuote>, { readonly url: string }>()('/api/quotes/copy-link', [
  'quote_not_found',
  'quote_edited',
  'quote_over',
]);
