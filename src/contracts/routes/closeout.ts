import type { CloseOutBooking, ReleaseMany } from '#contracts/bookings/owner';
import type { CloseOutView } from '#contracts/bookings/views';
import type { PutHold } from '#contracts/claims/after';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { type CodeOf, route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const closeOut = route<
  z.input<typeof CloseOutBooking>,
  { readonly closed: true },
  | 'booking_not_found'
  | 'proof_needed'
  | 'not_to_close_out'
  | 'no_consent_for_balance'
  | 'claim_not_decided'
  | 'client_is_heard_first'
>('/api/closing/close-out');

export const closeOuts = view<object, CloseOutView>('/api/close-outs');

export const putHold = route<
  z.input<typeof PutHold>,
  PayOutcome,
  | 'booking_not_found'
  | 'booking_over'
  | 'not_secured_yet'
  | 'day_passed'
  | 'no_card'
  | 'payment_under_way'
  | 'no_reader'
  | 'hold_unchanged'
>('/api/closing/put-hold');

export const releaseMany = route<
  z.input<typeof ReleaseMany>,
  {
    readonly closed: readonly string[];
    readonly refused: readonly { readonly id: string; readonly code: CodeOf<typeof closeOut> }[];
  },
  'proof_needed'
>('/api/closing/release-many');
