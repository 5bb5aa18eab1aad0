import type { ChooseOnQuote } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const chooseOnQuote = route<z.input<typeof ChooseOnQuote>, null>()('/api/client/quote/choose', [
  'quote_over',
  'quote_expired',
  'link_unknown',
  'not_your_turn',
  'quote_changed',
  'extra_out_of_limits',
]);
