import { quoteStates } from '#core/quotes/standing';
import { z } from 'zod';

/** What a list of quotes shows; anything else in an address is the usual. */
export const QuotesQuery = z.object({
  search: z.string().trim().max(100).catch(''),
  state: z.enum(['open', 'all', ...quoteStates]).catch('open'),
});
export type QuotesQuery = z.infer<typeof QuotesQuery>;

export const quotesQuery = (address: URLSearchParams): QuotesQuery =>
  QuotesQuery.parse({ search: address.get('search') ?? '', state: address.get('state') ?? 'open' });
