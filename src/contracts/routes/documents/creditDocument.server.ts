import { CreditDocument } from '#contracts/invoices/documents';
import { creditDocument } from '#contracts/routes/documents/creditDocument';
import { served } from '#contracts/routes/served';

export const creditDocumentServed = served(creditDocument, { in: CreditDocument, right: 'documents:issue' });
