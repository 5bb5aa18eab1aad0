import {
  BankPayout,
  CloseBooks,
  CountTill,
  DayQuery,
  JournalQuery,
  ReportQuery,
  SaveAccounts,
  SaveBooks,
} from '#contracts/books/books';
import {
  bankPayout,
  closeBooks,
  countTill,
  journalPage,
  payoutsView,
  reportView,
  saveAccounts,
  saveBooks,
  tillView,
  trialBalance,
} from '#contracts/routes/books';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const bankPayoutServed = served(bankPayout, { in: BankPayout, right: 'books:write' });

export const closeBooksServed = served(closeBooks, { in: CloseBooks, right: 'books:write' });

export const countTillServed = served(countTill, { in: CountTill, right: 'money:take' });

export const journalPageServed = served(journalPage, { in: JournalQuery, right: 'books:see' });

export const payoutsViewServed = served(payoutsView, { in: z.object({}), right: 'books:see' });

export const reportViewServed = served(reportView, { in: ReportQuery, right: 'books:see' });

export const saveAccountsServed = served(saveAccounts, { in: SaveAccounts, right: 'books:write' });

export const saveBooksServed = served(saveBooks, { in: SaveBooks, right: 'books:write' });

export const tillViewServed = served(tillView, { in: z.object({}), right: 'books:see' });

export const trialBalanceServed = served(trialBalance, { in: DayQuery, right: 'books:see' });
