import type { SavePage } from '#contracts/settings/business';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const savePage = route<z.input<typeof SavePage>, null>()('/api/business/page');
