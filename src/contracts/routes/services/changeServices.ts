import { route } from '#contracts/routes/route';
import type { ChangeServices } from '#contracts/catalogue/services';
import type { z } from 'zod';

export const changeServices = route<z.input<typeof ChangeServices>, { readonly changed: number }>()(
  '/api/services/change-many',
  ['service_not_found', 'terms_not_found', 'tax_not_found'],
);
