import { route } from '#contracts/routes/route';
import type { GiveUpOn } from '#contracts/failures/failures';
import type { z } from 'zod';

export const giveUpOn = route<z.input<typeof GiveUpOn>, null>()('/api/failures/give-up', ['nothing_waits']);
