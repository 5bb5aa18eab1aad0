import type { BookingsQueryIn } from '#contracts/bookings/bookingsQuery';
import type { ChangeBooking } from '#contracts/bookings/change';
import type { ChangeView } from '#contracts/bookings/changeView';
import type { AnswerAsk, AnswerRequest, CancelBooking, CreateBooking, OnBooking } from '#contracts/bookings/owner';
import type { BookingView, BookingsView, Found, TodayView } from '#contracts/bookings/views';
import { route, view } from '#contracts/routes/route';
import type { BookingCancellation } from '#core/bookings/cancellationOf';
import type { z } from 'zod';

export const acceptGap = route<z.input<typeof OnBooking>, { readonly accepted: true }, 'booking_not_found' | 'no_gap'>(
  '/api/bookings/accept-gap',
);

export const answerAsk = route<
  z.input<typeof AnswerAsk>,
  { readonly answered: true },
  | 'terms_do_not_add_up'
  | 'hold_has_no_length'
  | 'hold_margin_too_long'
  | 'place_taken'
  | 'booking_not_found'
  | 'proof_needed'
  | 'booking_over'
  | 'payment_under_way'
  | 'nothing_changed'
  | 'end_before_start'
  | 'booking_changed'
  | 'change_unusual'
  | 'date_out_of_reach'
  | 'nothing_asked'
>('/api/bookings/answer-ask');

export const answerRequest = route<
  z.input<typeof AnswerRequest>,
  { readonly state: 'accepted' | 'declined' | 'offered' },
  'booking_not_found' | 'nothing_asked'
>('/api/bookings/answer-request');

export const bookingView = view<{ readonly number: string }, BookingView>('/api/booking/:number');

export const bookingsList = view<z.input<typeof BookingsQueryIn>, BookingsView>('/api/bookings');

export const cancelBooking = route<
  z.input<typeof CancelBooking>,
  BookingCancellation,
  'booking_not_found' | 'proof_needed' | 'booking_over' | 'payment_under_way'
>('/api/bookings/cancel');

export const changeBooking = route<
  z.input<typeof ChangeBooking>,
  { readonly told: boolean; readonly refunds: number },
  | 'terms_do_not_add_up'
  | 'hold_has_no_length'
  | 'hold_margin_too_long'
  | 'place_taken'
  | 'booking_not_found'
  | 'proof_needed'
  | 'booking_over'
  | 'nothing_changed'
  | 'end_before_start'
  | 'payment_under_way'
  | 'booking_changed'
  | 'change_unusual'
  | 'date_out_of_reach'
>('/api/bookings/change');

export const changeView = view<{ readonly number: string }, ChangeView>('/api/change/:number');

export const copyLink = route<z.input<typeof OnBooking>, { readonly url: string }, 'booking_not_found'>(
  '/api/bookings/copy-link',
);

export const createBooking = route<
  z.input<typeof CreateBooking>,
  { readonly id: string; readonly number: string },
  | 'account_limit'
  | 'terms_do_not_add_up'
  | 'hold_has_no_length'
  | 'hold_margin_too_long'
  | 'place_taken'
  | 'nothing_to_pay'
  | 'service_not_found'
  | 'terms_not_found'
  | 'tax_not_found'
  | 'date_out_of_reach'
>('/api/bookings/create');

export const find = view<{ readonly text: string }, readonly Found[]>('/api/find');

export const today = view<{ readonly currency?: string }, TodayView>('/api/today');
