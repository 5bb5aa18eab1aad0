import type { EndSession } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const endSession = route<z.input<typeof EndSession>, { readonly ended: true }>()('/api/door/end-session', [
  'session_not_found',
]);
