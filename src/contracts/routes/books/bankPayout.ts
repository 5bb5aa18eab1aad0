import type { BankPayout } from '#contracts/books/books';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const bankPayout = route<z.input<typeof BankPayout>, null>()('/api/books/banked', ['payout_not_there']);
