import { TimeQuery } from '#contracts/timeViews';
import { reading } from '#server/http/endpoint';

export const GET = reading(async ({ locals, url }) => {
  const query = TimeQuery.safeParse(Object.fromEntries(url.searchParams));
  return query.success ? locals.app.queries.lanes(query.data) : null;
});
