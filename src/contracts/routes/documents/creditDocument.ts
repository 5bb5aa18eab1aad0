import type { CreditDocument } from '#contracts/invoices/documents';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const creditDocument = route<z.input<typeof CreditDocument>, { readonly numbers: readonly string[] }>()(
  '/api/documents/credit',
  ['booking_not_found', 'document_data_missing', 'document_not_there', 'more_than_is_left', 'final_stands'],
);
