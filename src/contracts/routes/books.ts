import type {
  BankPayout,
  CloseBooks,
  CountTill,
  DayQuery,
  JournalQuery,
  ReportQuery,
  SaveAccounts,
  SaveBooks,
} from '#contracts/books/books';
import type { JournalPageView, PayoutView, ReportView, TillView, TrialBalance } from '#contracts/books/views';
import { route, view } from '#contracts/routes/route';
import type { Minor } from '#core/money/minor';
import type { z } from 'zod';

export const bankPayout = route<z.input<typeof BankPayout>, null, 'payout_not_there'>('/api/books/banked');

export const closeBooks = route<
  z.input<typeof CloseBooks>,
  { readonly closedUntil: string },
  'still_open' | 'not_yet_over' | 'closed_already'
>('/api/books/close');

export const countTill = route<z.input<typeof CountTill>, { readonly expected: Minor; readonly difference: Minor }>(
  '/api/books/count-till',
);

export const journalPage = view<z.input<typeof JournalQuery>, JournalPageView>('/api/journal');

export const payoutsView = view<Record<never, never>, readonly PayoutView[]>('/api/payouts');

export const reportView = view<z.input<typeof ReportQuery>, ReportView>('/api/reports/:name');

export const saveAccounts = route<z.input<typeof SaveAccounts>, null>('/api/books/accounts');

export const saveBooks = route<z.input<typeof SaveBooks>, null>('/api/books/settings');

export const tillView = view<Record<never, never>, TillView>('/api/till');

export const trialBalance = view<z.input<typeof DayQuery>, TrialBalance>('/api/journal/balances');
