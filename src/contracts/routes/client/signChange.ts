import type { SignQuote } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const signChange = route<z.input<typeof SignQuote>, null>()('/api/client/sign-change', [
  'file_too_large',
  'file_kind',
  'file_unreadable',
  'link_unknown',
  'link_expired',
  'signature_missing',
  'nothing_to_sign',
  'quote_changed',
  'device_unknown',
]);
