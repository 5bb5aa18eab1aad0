import { SendDocument } from '#contracts/invoices/documents';
import { sendDocument } from '#contracts/routes/documents/sendDocument';
import { served } from '#contracts/routes/served';

export const sendDocumentServed = served(sendDocument, { in: SendDocument, right: 'documents:issue' });
