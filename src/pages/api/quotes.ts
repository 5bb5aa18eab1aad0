import { quotesQuery } from '#contracts/quotesQuery';
import { reading } from '#server/http/endpoint';

export const GET = reading(({ locals, url }) => locals.app.queries.quotes(quotesQuery(url.searchParams)));
