import type { Nothing } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const endOtherSessions = route<z.input<typeof Nothing>, { readonly ended: number }>()(
  '/api/door/end-other-sessions',
);
