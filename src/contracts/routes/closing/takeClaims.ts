import type { OnClaims } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const takeClaims = route<z.input<typeof OnClaims>, { readonly taken: boolean }>()('/api/closing/take-claims', [
  'booking_not_found',
  'nothing_held',
  'claim_not_decided',
  'nothing_agreed',
  'takes_once',
]);
