import type { OnQuote } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const withdrawQuote = route<z.input<typeof OnQuote>, null>()('/api/quotes/withdraw', [
  'quote_not_found',
  'quote_edited',
  'quote_over',
]);
