import type { BeginOffer } from '#contracts/settings/begin';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const beginOffer = route<z.input<typeof BeginOffer>, { readonly id: string }>()('/api/begin/offer', [
  'terms_not_found',
]);
