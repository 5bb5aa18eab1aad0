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
import { type ServedRoute, serve, serveView } from '#server/http/serve';
import { bankPayout, closeBooks, saveAccounts, saveBooks } from '#server/usecases/books/books';
import { countTill } from '#server/usecases/books/countTill';

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
  serve(countTillServed, countTill),
  serve(saveBooksServed, saveBooks),
  serve(saveAccountsServed, saveAccounts),
  serve(closeBooksServed, closeBooks),
  serve(bankPayoutServed, bankPayout),
];
