import type { SaveTold } from '#contracts/business';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveTold = route<z.input<typeof SaveTold>, null>()('/api/business/told');
