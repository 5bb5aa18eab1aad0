import { route } from '#contracts/routes/route';
import type { GiveUpOn } from '#contracts/through';
import type { z } from 'zod';

export const giveUpOn = route<z.input<typeof GiveUpOn>, null>()('/api/not-through/give-up', ['nothing_waits']);
