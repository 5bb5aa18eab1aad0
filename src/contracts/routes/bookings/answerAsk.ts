import type { AnswerAsk } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const answerAsk = route<z.input<typeof AnswerAsk>, { readonly answered: true }>()('/api/bookings/answer-ask', [
  'terms_do_not_add_up',
  'hold_has_no_length',
  'hold_margin_too_long',
  'place_taken',
  'booking_not_found',
  'proof_needed',
  'booking_over',
  'payment_under_way',
  'nothing_changed',
  'end_before_start',
  'booking_changed',
  'change_unusual',
  'date_out_of_reach',
  'nothing_asked',
]);
