import type { DayQuery } from '#contracts/books/books';
import type { TrialBalance } from '#contracts/books/views';
import { view } from '#contracts/routes/route';
import type { z } from 'zod';

export const trialBalance = view<z.input<typeof DayQuery>, TrialBalance>('/api/journal/balances');
