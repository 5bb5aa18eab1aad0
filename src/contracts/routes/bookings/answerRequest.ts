import type { AnswerRequest } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const answerRequest = route<
  z.input<typeof AnswerRequest>,
  { readonly state: 'accepted' | 'declined' | 'offered' }
>()('/api/bookings/answer-request', ['booking_not_found', 'nothing_asked']);
