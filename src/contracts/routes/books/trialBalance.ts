import type { DayQuery } from '#contracts/books';
import type { TrialBalance } from '#contracts/booksViews';
import { view } from '#contracts/routes/route';
import type { z } from 'zod';

export const trialBalance = view<z.input<typeof DayQuery>, TrialBalance>('/api/journal/balances');
