import type { CreateRequest } from '#contracts/credit/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const createRequest = route<
  z.input<typeof CreateRequest>,
  { readonly id: string; readonly number: string; readonly url: string | null; readonly messageId: string | null }
>()('/api/credit/create-request', [
  'tax_unknown',
  'nothing_to_ask_for',
  'smallest_above_sum',
  'file_not_found',
  'booking_not_found',
  'document_data_missing',
]);
