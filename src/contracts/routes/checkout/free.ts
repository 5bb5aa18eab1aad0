import type { FreeQuery } from '#contracts/checkout';
import { view } from '#contracts/routes/route';
import type { FreeDay } from '#core/availability/freeDays';
import type { FreeStart } from '#core/availability/freeDays';
import type { z } from 'zod';

export const free = view<
  z.input<typeof FreeQuery>,
  { readonly days: readonly FreeDay[]; readonly ends: readonly FreeStart[] }
>('/api/client/free');
