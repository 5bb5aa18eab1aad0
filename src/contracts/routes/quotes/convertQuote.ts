import type { ConvertQuote } from '#contracts/quotes/quotes';
import { type Acceptance, bookingCodes } from '#contracts/routes/offer/acceptance';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const convertQuote = route<z.input<typeof ConvertQuote>, Acceptance>()('/api/quotes/convert', [
  ...bookingCodes,
  'quote_not_found',
  'quote_edited',
  'quote_has_gaps',
  'quote_over',
  'extra_out_of_limits',
]);
