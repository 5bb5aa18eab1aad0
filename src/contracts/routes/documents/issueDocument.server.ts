import { IssueDocument } from '#contracts/invoices/documents';
import { issueDocument } from '#contracts/routes/documents/issueDocument';
import { served } from '#contracts/routes/served';

export const issueDocumentServed = served(issueDocument, { in: IssueDocument, right: 'documents:issue' });
