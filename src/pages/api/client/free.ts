import { FreeQuery } from '#contracts/checkout';
import { readingQuery } from '#server/http/endpoint';

/** Let through a few at a time, in the middleware: before anything is read for it. */
export const GET = readingQuery(FreeQuery, ({ app }, query) => app.free(query));
