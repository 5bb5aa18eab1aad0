import { creditDocumentServed } from '#contracts/routes/documents/creditDocument.server';
import { documentsViewServed } from '#contracts/routes/documents/documentsView.server';
import { invoiceOnAccountServed } from '#contracts/routes/documents/invoiceOnAccount.server';
import { issueDocumentServed } from '#contracts/routes/documents/issueDocument.server';
import { saveDocumentsServed } from '#contracts/routes/documents/saveDocuments.server';
import { sendDocumentServed } from '#contracts/routes/documents/sendDocument.server';
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
