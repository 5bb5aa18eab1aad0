import type { FreeQuery } from '#contracts/checkout/checkout';
import { view } from '#contracts/routes/route';
import type { FreeDay } from '#core/places/freeDays';
import type { FreeStart } from '#core/places/freeDays';
import type { z } from 'zod';

export const free = view<
  z.input<typeof FreeQuery>,
  { readonly days: readonly FreeDay[]; readonly ends: readonly FreeStart[] }
>('/api/client/free');
