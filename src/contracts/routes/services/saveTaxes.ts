import { route } from '#contracts/routes/route';
import type { SaveTaxes } from '#contracts/catalogue/services';
import type { z } from 'zod';

export const saveTaxes = route<z.input<typeof SaveTaxes>, { readonly saved: number }>()('/api/services/save-taxes', [
  'tax_in_use',
]);
