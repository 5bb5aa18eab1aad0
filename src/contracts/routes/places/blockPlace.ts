import type { BlockPlace } from '#contracts/places/places';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const blockPlace = route<z.input<typeof BlockPlace>, null>()('/api/places/block', [
  'place_not_found',
  'place_taken',
]);
