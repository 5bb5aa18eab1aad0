import { DayQuery } from '#contracts/books/books';
import { trialBalance } from '#contracts/routes/books/trialBalance';
import { served } from '#contracts/routes/served';

export const trialBalanceServed = served(trialBalance, { in: DayQuery, right: 'books:see' });
