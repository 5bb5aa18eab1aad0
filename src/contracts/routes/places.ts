import type {
  AddDate,
  BlockPlace,
  CallOffDate,
  FreePlace,
  MoveUnit,
  SaveHours,
  SavePlace,
} from '#contracts/places/places';
import type { CalendarView, LanesQuery, LanesView, TimeQuery } from '#contracts/places/timeViews';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const addDate = route<
  z.input<typeof AddDate>,
  { readonly id: string },
  'service_not_found' | 'date_there_already'
>('/api/places/add-date');

export const blockPlace = route<z.input<typeof BlockPlace>, null, 'place_not_found' | 'place_taken'>(
  '/api/places/block',
);

export const calendar = view<z.input<typeof TimeQuery>, CalendarView>('/api/calendar');

export const callOffDate = route<z.input<typeof CallOffDate>, null, 'date_not_found' | 'seats_in_use'>(
  '/api/places/call-off-date',
);

export const freePlace = route<z.input<typeof FreePlace>, null, 'block_not_found'>('/api/places/free');

export const lanes = view<z.input<typeof LanesQuery>, LanesView>('/api/lanes');

export const moveUnit = route<z.input<typeof MoveUnit>, { readonly from: number }, 'place_not_found' | 'place_taken'>(
  '/api/places/move-unit',
);

export const saveHours = route<z.input<typeof SaveHours>, { readonly kept: true }>('/api/places/save-hours');

export const savePlace = route<z.input<typeof SavePlace>, { readonly id: string }, 'place_not_found' | 'units_in_use'>(
  '/api/places/save',
);
