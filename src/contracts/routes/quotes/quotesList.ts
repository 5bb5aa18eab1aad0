import type { QuotesQuery } from '#contracts/quotesQuery';
import type { QuotesView } from '#contracts/quoteViews';
import { view } from '#contracts/routes/route';
import type { z } from 'zod';

export const quotesList = view<z.input<typeof QuotesQuery>, QuotesView>('/api/quotes');
