import { view } from '#contracts/routes/route';
import type { LanesQuery, LanesView } from '#contracts/places/timeViews';
import type { z } from 'zod';

export const lanes = view<z.input<typeof LanesQuery>, LanesView>('/api/lanes');
