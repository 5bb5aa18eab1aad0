import { CalendarDate } from '#contracts/core/parts';
import { bookingSorts } from '#contracts/bookings/views';
import { bookingStages } from '#core/bookings/stage';
import { z } from 'zod';

const Search = z.string().max(200).catch('');
const Stage = z.enum([...bookingStages, 'all', 'late', 'open']);

/** What lanes and calendar are narrowed by: the same as the list, and everything where nothing is said. */
export const NarrowedIn = z.object({ search: Search, stage: Stage.catch('all') });

export const calendarFaces = ['days', 'day', 'week', 'month', 'places'] as const;
export type CalendarFace = (typeof calendarFaces)[number];

/** Where a calendar begins: how many days it shows, and which; what is not understood is as usual. */
export const CalendarAtIn = z.object({
  view: z.enum(calendarFaces).nullable().catch(null),
  day: CalendarDate.nullable().catch(null),
});
export type CalendarAt = z.infer<typeof CalendarAtIn>;

/** The address of a list is forgiving: what it does not understand falls back to the whole list. */
export const BookingsQueryIn = z.object({
  search: Search,
  stage: Stage.catch('open'),
  sort: z.enum(bookingSorts).catch('start'),
  descending: z
    .enum(['0', '1'])
    .transform((value) => value === '1')
    .catch(false),
  page: z.coerce.number().int().min(0).max(100_000).catch(0),
});
