import type { AddDate } from '#contracts/places/places';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const addDate = route<z.input<typeof AddDate>, { readonly id: string }>()('/api/places/add-date', [
  'service_not_found',
  'date_there_already',
]);
