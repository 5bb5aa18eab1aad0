import type { EnterByLink } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

/** Asked by the command that prints a sign-in link, which alone can make the token: whether somebody signs in so. */
export const signsIn = route<z.input<typeof EnterByLink>, { readonly known: boolean }>()('/api/door/signs-in', [
  'too_many_tries',
  'link_over',
]);
