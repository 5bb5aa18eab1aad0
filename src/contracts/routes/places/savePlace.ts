import type { SavePlace } from '#contracts/places/places';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const savePlace = route<z.input<typeof SavePlace>, { readonly id: string }>()('/api/places/save', [
  'place_not_found',
  'units_in_use',
]);
