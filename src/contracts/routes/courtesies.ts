import type { ForeseeCourtesy, GiveCourtesy } from '#contracts/claims/after';
import type { Foreseen } from '#contracts/claims/afterViews';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const foreseeCourtesy = route<
  z.input<typeof ForeseeCourtesy>,
  Foreseen,
  | 'booking_not_found'
  | 'not_over_yet'
  | 'nothing_in_hand'
  | 'receipt_unknown'
  | 'above_in_hand'
  | 'courtesy_does_not_fit'
>('/api/closing/foresee-courtesy');

export const giveCourtesy = route<
  z.input<typeof GiveCourtesy>,
  null,
  | 'booking_not_found'
  | 'proof_needed'
  | 'not_over_yet'
  | 'nothing_in_hand'
  | 'receipt_unknown'
  | 'above_in_hand'
  | 'payment_under_way'
  | 'courtesy_does_not_fit'
>('/api/closing/give-courtesy');
