import type { IssueDocument } from '#contracts/invoices/documents';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const issueDocument = route<z.input<typeof IssueDocument>, { readonly numbers: readonly string[] }>()(
  '/api/documents/issue',
  ['booking_not_found', 'document_data_missing', 'nothing_to_invoice'],
);
