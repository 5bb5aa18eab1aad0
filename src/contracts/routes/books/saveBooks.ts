import type { SaveBooks } from '#contracts/books/books';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveBooks = route<z.input<typeof SaveBooks>, null>()('/api/books/settings');
