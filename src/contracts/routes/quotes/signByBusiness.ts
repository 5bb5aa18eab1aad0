import type { SignByBusiness } from '#contracts/quotes/quotes';
import { type Acceptance, bookingCodes, signingCodes } from '#contracts/routes/offer/acceptance';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const signByBusiness = route<z.input<typeof SignByBusiness>, Acceptance>()('/api/quotes/sign', [
  ...bookingCodes,
  ...signingCodes,
  'quote_not_found',
  'quote_edited',
  'quote_has_gaps',
]);
