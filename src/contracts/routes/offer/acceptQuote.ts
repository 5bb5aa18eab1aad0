import type { AcceptQuote } from '#contracts/quotes/quotes';
import { type Acceptance, bookingCodes, signingCodes } from '#contracts/routes/offer/acceptance';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const acceptQuote = route<z.input<typeof AcceptQuote>, Acceptance>()('/api/client/quote/accept', [
  ...bookingCodes,
  ...signingCodes,
  'extra_out_of_limits',
  'field_missing',
  'field_wrong',
  'link_unknown',
  'quote_changed',
  'sums_changed',
]);
