import type { DropFailure, FailuresView, RetryFailure } from '#contracts/failures/failures';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const dropFailure = route<z.input<typeof DropFailure>, null, 'nothing_waits'>('/api/failures/give-up');

export const failuresView = view<object, FailuresView>('/api/failures');

export const retryFailure = route<
  z.input<typeof RetryFailure>,
  { readonly state: 'through' | 'waits' | 'begun' },
  'nothing_waits'
>('/api/failures/try');
