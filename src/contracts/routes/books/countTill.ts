import type { CountTill } from '#contracts/books/books';
import { route } from '#contracts/routes/route';
import type { Minor } from '#core/money/minor';
import type { z } from 'zod';

export const countTill = route<z.input<typeof CountTill>, { readonly expected: Minor; readonly difference: Minor }>()(
  '/api/books/count-till',
);
