import type { NewQuote } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const createQuote = route<z.input<typeof NewQuote>, { readonly id: string; readonly number: string }>()(
  '/api/quotes/create',
  ['client_not_found', 'booking_not_found', 'quote_not_found', 'template_not_found'],
);
