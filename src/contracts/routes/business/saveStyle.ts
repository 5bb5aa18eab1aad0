import type { SaveStyle } from '#contracts/settings/business';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveStyle = route<z.input<typeof SaveStyle>, null>()('/api/business/style');
