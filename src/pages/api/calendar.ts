import { TimeQuery } from '#contracts/timeViews';
import { readingQuery } from '#server/http/endpoint';

export const GET = readingQuery(TimeQuery, ({ app }, query) => app.queries.calendarDays(query));
