import { route } from '#contracts/routes/route';
import type { ChooseAccount } from '#contracts/paymentMethods/paymentMethods';
import type { z } from 'zod';

export const chooseAccount = route<z.input<typeof ChooseAccount>, null>()('/api/bookings/choose-account', [
  'booking_not_found',
  'account_not_found',
  'other_currency',
  'account_not_usable',
]);
