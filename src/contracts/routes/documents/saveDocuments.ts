import type { SaveDocuments } from '#contracts/invoices/documents';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveDocuments = route<z.input<typeof SaveDocuments>, null>()('/api/documents/settings', [
  'proof_needed',
  'tax_number_wrong',
]);
