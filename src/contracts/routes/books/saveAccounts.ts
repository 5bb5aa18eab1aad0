import type { SaveAccounts } from '#contracts/books/books';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveAccounts = route<z.input<typeof SaveAccounts>, null>()('/api/books/accounts');
