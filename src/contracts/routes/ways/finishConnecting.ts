import { route } from '#contracts/routes/route';
import type { FinishConnecting } from '#contracts/paymentMethods/paymentMethods';
import type { z } from 'zod';

export const finishConnecting = route<z.input<typeof FinishConnecting>, { readonly accountId: string }>()(
  '/api/ways/finish-connecting',
  ['connection_unknown', 'connection_refused'],
);
