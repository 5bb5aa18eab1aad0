import type { WriteOnQuote } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const writeOnQuote = route<z.input<typeof WriteOnQuote>, null>()('/api/client/quote/write', [
  'quote_over',
  'quote_expired',
  'link_unknown',
  'not_your_turn',
  'text_missing',
  'too_many_questions',
]);
