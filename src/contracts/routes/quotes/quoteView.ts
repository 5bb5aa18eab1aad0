import type { QuoteView } from '#contracts/quoteViews';
import { view } from '#contracts/routes/route';

export const quoteView = view<{ readonly number: string }, QuoteView>('/api/quote/:number');
