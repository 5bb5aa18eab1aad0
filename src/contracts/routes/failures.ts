import type { GiveUpOn, NotThroughView, TryThrough } from '#contracts/failures/failures';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const giveUpOn = route<z.input<typeof GiveUpOn>, null, 'nothing_waits'>('/api/failures/give-up');

export const notThroughView = view<object, NotThroughView>('/api/failures');

export const tryThrough = route<
  z.input<typeof TryThrough>,
  { readonly state: 'through' | 'waits' | 'begun' },
  'nothing_waits'
>('/api/failures/try');
