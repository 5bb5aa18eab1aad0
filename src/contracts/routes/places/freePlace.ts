import type { FreePlace } from '#contracts/places';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const freePlace = route<z.input<typeof FreePlace>, null>()('/api/places/free', [
  'place_not_found',
  'service_not_found',
  'date_not_found',
  'block_not_found',
  'units_in_use',
  'seats_in_use',
  'date_there_already',
]);
