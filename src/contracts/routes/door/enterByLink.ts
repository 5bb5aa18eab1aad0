import type { EnterByLink } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const enterByLink = route<z.input<typeof EnterByLink>, { readonly entered: boolean }>()('/api/door/enter', [
  'too_many_tries',
  'link_over',
]);
