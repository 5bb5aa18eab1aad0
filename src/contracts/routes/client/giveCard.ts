import type { GiveCard } from '#contracts/clientPage/client';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { payCodes } from '#contracts/routes/client/payCodes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const giveCard = route<z.input<typeof GiveCard>, PayOutcome>()('/api/client/give-card', payCodes);
