import { QuotesQuery } from '#contracts/quotes/quotesQuery';
import { quotesList } from '#contracts/routes/quotes/quotesList';
import { served } from '#contracts/routes/served';

export const quotesListServed = served(quotesList, { in: QuotesQuery, right: 'quotes:see' });
