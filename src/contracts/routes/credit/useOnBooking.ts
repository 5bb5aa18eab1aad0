import type { UseOnBooking } from '#contracts/credit/credit';
import { type Used, usingCodes } from '#contracts/routes/credit/using';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const useOnBooking = route<z.input<typeof UseOnBooking>, Used>()('/api/credit/use-on-booking', [...usingCodes]);
