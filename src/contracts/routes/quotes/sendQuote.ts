import type { SendQuote } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const sendQuote = route<z.input<typeof SendQuote>, { readonly url: string | null }>()('/api/quotes/send', [
  'quote_not_found',
  'quote_edited',
  'quote_has_gaps',
  'quote_over',
]);
