import {
  CreditDocument,
  DocumentsQuery,
  InvoiceOnAccount,
  IssueDocument,
  SaveDocuments,
  SendDocument,
} from '#contracts/invoices/documents';
import {
  creditDocument,
  documentsView,
  invoiceOnAccount,
  issueDocument,
  saveDocuments,
  sendDocument,
} from '#contracts/routes/invoices';
import { served } from '#contracts/routes/served';

export const creditDocumentServed = served(creditDocument, { in: CreditDocument, right: 'documents:issue' });

export const documentsViewServed = served(documentsView, { in: DocumentsQuery, right: 'books:see' });

export const invoiceOnAccountServed = served(invoiceOnAccount, { in: InvoiceOnAccount, right: 'documents:issue' });

export const issueDocumentServed = served(issueDocument, { in: IssueDocument, right: 'documents:issue' });

export const saveDocumentsServed = served(saveDocuments, { in: SaveDocuments, right: 'business:write' });

export const sendDocumentServed = served(sendDocument, { in: SendDocument, right: 'documents:issue' });
