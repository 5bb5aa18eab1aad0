import type { MoveUnit } from '#contracts/places/places';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const moveUnit = route<z.input<typeof MoveUnit>, { readonly from: number }>()('/api/places/move-unit', [
  'place_not_found',
  'place_taken',
]);
