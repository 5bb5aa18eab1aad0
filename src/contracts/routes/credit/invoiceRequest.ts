import type { OnRequest } from '#contracts/credit/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const invoiceRequest = route<z.input<typeof OnRequest>, null>()('/api/credit/invoice-request', [
  'request_not_found',
  'nothing_to_invoice',
  'document_data_missing',
]);
