import { view } from '#contracts/routes/route';
import type { TimeQuery } from '#contracts/places/timeViews';
import type { CalendarView } from '#contracts/places/timeViews';
import type { z } from 'zod';

export const calendar = view<z.input<typeof TimeQuery>, CalendarView>('/api/calendar');
