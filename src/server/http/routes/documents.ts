import {
  creditDocumentServed,
  documentsViewServed,
  invoiceOnAccountServed,
  issueDocumentServed,
  saveDocumentsServed,
  sendDocumentServed,
} from '#contracts/routes/invoices.server';
import { proven } from '#server/http/proof';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const documentsRoutes: readonly ServedRoute[] = [
  serveView(documentsViewServed, ({ app }) => app.books.documents),
  serve(issueDocumentServed, ({ app }) => app.issueDocument),
  serve(invoiceOnAccountServed, ({ app }) => app.invoiceOnAccount),
  serve(creditDocumentServed, ({ app }) => app.creditDocument),
  serve(sendDocumentServed, ({ app }) => app.sendDocument),
  // Where transfers go to is led elsewhere by nobody but who shows that they sit there.
  serve(saveDocumentsServed, (visit) =>
    proven(visit, visit.app.saveDocuments, async ({ seller }) => (await visit.app.books.iban()) !== seller.iban),
  ),
];
