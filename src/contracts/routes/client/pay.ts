import type { PayByClient } from '#contracts/clientPage/client';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { payCodes } from '#contracts/routes/client/payCodes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const pay = route<z.input<typeof PayByClient>, PayOutcome>()('/api/client/pay', payCodes);
