import type { SaveClient } from '#contracts/clients/clients';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveClient = route<z.input<typeof SaveClient>, null>()('/api/clients/save', [
  'client_not_found',
  'phone_wrong',
  'tax_number_wrong',
]);
