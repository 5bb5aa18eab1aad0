import { bookingSorts } from '#contracts/views';
import { bookingStages } from '#core/booking/stage';
import { z } from 'zod';

/** The address of a list is forgiving: what it does not understand falls back to the whole list. */
export const BookingsQueryIn = z.object({
  search: z.string().max(200).catch(''),
  stage: z.enum([...bookingStages, 'all', 'late', 'open']).catch('open'),
  sort: z.enum(bookingSorts).catch('start'),
  descending: z
    .enum(['0', '1'])
    .transform((value) => value === '1')
    .catch(false),
  page: z.coerce.number().int().min(0).max(100_000).catch(0),
});
