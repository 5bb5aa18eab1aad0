import type { QuotesQuery } from '#contracts/quotes/quotesQuery';
import type { QuotesView } from '#contracts/quotes/views';
import { view } from '#contracts/routes/route';
import type { z } from 'zod';

export const quotesList = view<z.input<typeof QuotesQuery>, QuotesView>('/api/quotes');
