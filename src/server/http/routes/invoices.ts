import {
  creditDocumentServed,
  documentsViewServed,
  invoiceOnAccountServed,
  issueDocumentServed,
  saveDocumentsServed,
  sendDocumentServed,
} from '#contracts/routes/invoices.server';
import { proven } from '#server/http/proof';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import { creditDocument, invoiceOnAccount, issueDocument, sendDocument } from '#server/usecases/invoices/issueDocument';
import { saveDocuments } from '#server/usecases/invoices/saveDocuments';

export const invoicesRoutes: readonly ServedRoute[] = [
  serveView(documentsViewServed, ({ app }) => app.books.documents),
  serve(issueDocumentServed, issueDocument),
  serve(invoiceOnAccountServed, invoiceOnAccount),
  serve(creditDocumentServed, creditDocument),
  serve(sendDocumentServed, sendDocument),
  // Where transfers go to is led elsewhere by nobody but who shows that they sit there.
  serveVisit(saveDocumentsServed, (visit) =>
    proven(visit, saveDocuments(visit.app.deps), async ({ seller }) => (await visit.app.books.iban()) !== seller.iban),
  ),
];
