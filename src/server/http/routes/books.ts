import { bankPayoutServed } from '#contracts/routes/books/bankPayout.server';
import { countTillServed } from '#contracts/routes/books/countTill.server';
import { tillViewServed } from '#contracts/routes/books/tillView.server';
import { closeBooksServed } from '#contracts/routes/books/closeBooks.server';
import { journalPageServed } from '#contracts/routes/books/journalPage.server';
import { payoutsViewServed } from '#contracts/routes/books/payoutsView.server';
import { reportViewServed } from '#contracts/routes/books/reportView.server';
import { saveAccountsServed } from '#contracts/routes/books/saveAccounts.server';
import { saveBooksServed } from '#contracts/routes/books/saveBooks.server';
import { trialBalanceServed } from '#contracts/routes/books/trialBalance.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const booksRoutes: readonly ServedRoute[] = [
  serveView(journalPageServed, ({ app }) => app.books.journal),
  serveView(
    trialBalanceServed,
    ({ app }) =>
      ({ day }) =>
        app.books.trialBalance(day),
  ),
  serveView(
    reportViewServed,
    ({ app }) =>
      ({ name, ...period }) =>
        app.books.report(name, period),
  ),
  serveView(payoutsViewServed, ({ app }) => app.books.payouts),
  serveView(tillViewServed, ({ app }) => app.books.till),
  serve(countTillServed, ({ app }) => app.countTill),
  serve(saveBooksServed, ({ app }) => app.saveBooks),
  serve(saveAccountsServed, ({ app }) => app.saveAccounts),
  serve(closeBooksServed, ({ app }) => app.closeBooks),
  serve(bankPayoutServed, ({ app }) => app.bankPayout),
];
