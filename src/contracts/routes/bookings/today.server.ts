import { Currency } from '#contracts/core/parts';
import { today } from '#contracts/routes/bookings/today';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const todayServed = served(today, { in: z.object({ currency: Currency.optional() }), right: 'bookings:see' });
