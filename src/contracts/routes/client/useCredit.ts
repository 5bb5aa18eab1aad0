import type { UseCredit } from '#contracts/credit/credit';
import { type Used, usingCodes } from '#contracts/routes/credit/using';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const useCredit = route<z.input<typeof UseCredit>, Used>()('/api/client/use-credit', [
  ...usingCodes,
  'link_unknown',
  'link_expired',
  'device_unknown',
]);
