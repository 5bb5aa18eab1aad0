import type { OnQuote } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const renewQuote = route<z.input<typeof OnQuote>, { readonly expiresAt: string | null }>()('/api/quotes/renew', [
  'quote_not_found',
  'quote_edited',
  'quote_has_gaps',
  'quote_over',
]);
