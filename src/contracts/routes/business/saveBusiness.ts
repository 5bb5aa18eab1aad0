import type { SaveBusiness } from '#contracts/settings/business';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveBusiness = route<z.input<typeof SaveBusiness>, null>()('/api/business/save', ['file_not_found']);
