import type { CloseBooks } from '#contracts/books/books';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const closeBooks = route<z.input<typeof CloseBooks>, { readonly closedUntil: string }>()('/api/books/close', [
  'still_open',
  'not_yet_over',
  'closed_already',
]);
