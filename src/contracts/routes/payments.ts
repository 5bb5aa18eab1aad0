import type { WriteOff } from '#contracts/bookings/change';
import type { OnBooking, RecordPayment, StopAtCounter, TakeAtCounter } from '#contracts/bookings/owner';
import type { ForeseeReversal, ReversePayment } from '#contracts/claims/after';
import type { Foreseen } from '#contracts/claims/afterViews';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { route } from '#contracts/routes/route';
import type { Occasion } from '#core/jobs/wantedJobs';
import type { Minor } from '#core/money/minor';
import type { z } from 'zod';

export const writeOff = route<
  z.input<typeof WriteOff>,
  { readonly outstanding: Minor },
  'booking_not_found' | 'position_changed' | 'payment_under_way' | 'not_over_yet' | 'above_outstanding'
>('/api/bookings/give-up');

export const foreseeReversal = route<
  z.input<typeof ForeseeReversal>,
  Foreseen,
  'booking_not_found' | 'receipt_unknown' | 'given_back_already' | 'not_by_hand'
>('/api/closing/foresee-put-right');

export const reversePayment = route<
  z.input<typeof ReversePayment>,
  null,
  'booking_not_found' | 'receipt_unknown' | 'given_back_already' | 'not_by_hand'
>('/api/closing/put-right');

export const requestNow = route<
  z.input<typeof OnBooking>,
  { readonly subject: Occasion; readonly messageId: string },
  'booking_not_found' | 'nothing_due' | 'message_is_off'
>('/api/paying/ask');

export const chargeNow = route<
  z.input<typeof OnBooking>,
  PayOutcome,
  'booking_not_found' | 'nothing_due' | 'message_is_off' | 'payment_under_way' | 'no_card' | 'not_agreed'
>('/api/paying/charge');

export const recordPayment = route<
  z.input<typeof RecordPayment>,
  { readonly received: Minor },
  'booking_not_found' | 'above_outstanding' | 'payment_under_way'
>('/api/paying/record');

export const stopAtCounter = route<z.input<typeof StopAtCounter>, { readonly stopped: boolean }, 'booking_not_found'>(
  '/api/paying/stop-at-counter',
);

export const takeAtCounter = route<
  z.input<typeof TakeAtCounter>,
  PayOutcome,
  'booking_not_found' | 'above_outstanding' | 'payment_under_way' | 'no_reader'
>('/api/paying/take-at-counter');
