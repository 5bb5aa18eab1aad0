import {
  bankPayoutServed,
  closeBooksServed,
  countTillServed,
  journalPageServed,
  payoutsViewServed,
  reportViewServed,
  saveAccountsServed,
  saveBooksServed,
  tillViewServed,
  trialBalanceServed,
} from '#contracts/routes/books.server';
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
