import type { SaveBegun } from '#contracts/settings/begin';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveBegun = route<z.input<typeof SaveBegun>, null>()('/api/begin/save', []);
