import type {
  CreditDocument,
  DocumentsQuery,
  InvoiceOnAccount,
  IssueDocument,
  SaveDocuments,
  SendDocument,
} from '#contracts/invoices/documents';
import type { DocumentsView } from '#contracts/invoices/views';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const creditDocument = route<
  z.input<typeof CreditDocument>,
  { readonly numbers: readonly string[] },
  'booking_not_found' | 'document_data_missing' | 'document_not_there' | 'more_than_is_left' | 'final_stands'
>('/api/documents/credit');

export const documentsView = view<z.input<typeof DocumentsQuery>, DocumentsView>('/api/documents');

export const invoiceOnAccount = route<
  z.input<typeof InvoiceOnAccount>,
  { readonly numbers: readonly string[] },
  'booking_not_found' | 'document_data_missing' | 'more_than_the_price' | 'final_stands'
>('/api/documents/on-account');

export const issueDocument = route<
  z.input<typeof IssueDocument>,
  { readonly numbers: readonly string[] },
  'booking_not_found' | 'document_data_missing' | 'nothing_to_invoice'
>('/api/documents/issue');

export const saveDocuments = route<z.input<typeof SaveDocuments>, null, 'proof_needed' | 'tax_number_wrong'>(
  '/api/documents/settings',
);

export const sendDocument = route<z.input<typeof SendDocument>, null, 'document_not_there' | 'message_is_off'>(
  '/api/documents/send',
);
