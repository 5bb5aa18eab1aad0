import type { SaveTold } from '#contracts/settings/business';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveTold = route<z.input<typeof SaveTold>, null>()('/api/business/told');
