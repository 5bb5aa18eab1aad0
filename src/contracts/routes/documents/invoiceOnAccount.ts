import type { InvoiceOnAccount } from '#contracts/invoices/documents';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const invoiceOnAccount = route<z.input<typeof InvoiceOnAccount>, { readonly numbers: readonly string[] }>()(
  '/api/documents/on-account',
  ['booking_not_found', 'document_data_missing', 'more_than_the_price', 'final_stands'],
);
