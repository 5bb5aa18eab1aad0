import type { SavePage } from '#contracts/business';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const savePage = route<z.input<typeof SavePage>, null>()('/api/business/page');
