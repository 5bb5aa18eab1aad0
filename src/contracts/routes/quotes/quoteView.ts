import type { QuoteView } from '#contracts/quotes/views';
import { view } from '#contracts/routes/route';

export const quoteView = view<{ readonly number: string }, QuoteView>('/api/quote/:number');
