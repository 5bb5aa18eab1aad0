import type { AnswerDispute, ConcedeDispute } from '#contracts/claims/after';
import type { DisputeRow, DisputeView } from '#contracts/claims/afterViews';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const answerDispute = route<
  z.input<typeof AnswerDispute>,
  null,
  'dispute_unknown' | 'dispute_over' | 'answered_before' | 'too_late' | 'picture_unknown'
>('/api/disputes/answer');

export const disputeView = view<{ readonly id: string }, DisputeView>('/api/dispute/:id');

export const disputesView = view<object, { readonly disputes: readonly DisputeRow[] }>('/api/disputes');

export const concedeDispute = route<
  z.input<typeof ConcedeDispute>,
  null,
  'dispute_unknown' | 'dispute_over' | 'answered_before' | 'too_late' | 'picture_unknown'
>('/api/disputes/give-in');
