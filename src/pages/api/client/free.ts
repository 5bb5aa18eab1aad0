import { FreeQuery } from '#contracts/checkout';
import { readingQuery } from '#server/http/endpoint';

export const GET = readingQuery(FreeQuery, ({ app }, query) => app.free(query));
