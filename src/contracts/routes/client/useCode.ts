import type { UseCode } from '#contracts/clientPage/client';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const useCode = route<z.input<typeof UseCode>, { readonly state: 'confirmed' }>()('/api/client/use-code', [
  'link_unknown',
  'link_expired',
  'code_wrong',
  'code_over',
  'too_many_codes',
  'too_many_tries',
]);
