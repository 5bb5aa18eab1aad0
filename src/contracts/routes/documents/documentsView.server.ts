import { DocumentsQuery } from '#contracts/invoices/documents';
import { documentsView } from '#contracts/routes/documents/documentsView';
import { served } from '#contracts/routes/served';

export const documentsViewServed = served(documentsView, { in: DocumentsQuery, right: 'books:see' });
