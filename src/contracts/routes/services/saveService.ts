import { route } from '#contracts/routes/route';
import type { SaveService } from '#contracts/catalogue/services';
import type { z } from 'zod';

export const saveService = route<z.input<typeof SaveService>, { readonly id: string }>()('/api/services/save', [
  'service_not_found',
  'terms_not_found',
  'tax_not_found',
  'currency_in_use',
]);
