import { SaveDocuments } from '#contracts/invoices/documents';
import { saveDocuments } from '#contracts/routes/documents/saveDocuments';
import { served } from '#contracts/routes/served';

export const saveDocumentsServed = served(saveDocuments, { in: SaveDocuments, right: 'business:write' });
