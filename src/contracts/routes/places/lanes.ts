import { view } from '#contracts/routes/route';
import type { TimeQuery } from '#contracts/timeViews';
import type { LanesView } from '#contracts/timeViews';
import type { z } from 'zod';

export const lanes = view<z.input<typeof TimeQuery>, LanesView>('/api/lanes');
