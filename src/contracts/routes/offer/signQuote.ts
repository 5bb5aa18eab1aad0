import type { SignQuote } from '#contracts/quotes/quotes';
import { type Acceptance, bookingCodes, signingCodes } from '#contracts/routes/offer/acceptance';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const signQuote = route<z.input<typeof SignQuote>, Acceptance>()('/api/client/quote/sign', [
  ...bookingCodes,
  ...signingCodes,
  'link_unknown',
  'quote_changed',
]);
