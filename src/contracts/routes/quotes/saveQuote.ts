import type { SaveQuote } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveQuote = route<z.input<typeof SaveQuote>, { readonly edition: number }>()('/api/quotes/save', [
  'quote_not_found',
  'quote_edited',
  'quote_over',
]);
