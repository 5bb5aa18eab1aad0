import type { DocumentsQuery } from '#contracts/invoices/documents';
import type { DocumentsView } from '#contracts/invoices/views';
import { view } from '#contracts/routes/route';
import type { z } from 'zod';

export const documentsView = view<z.input<typeof DocumentsQuery>, DocumentsView>('/api/documents');
