import type { CallOffDate } from '#contracts/places/places';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const callOffDate = route<z.input<typeof CallOffDate>, null>()('/api/places/call-off-date', [
  'date_not_found',
  'seats_in_use',
]);
