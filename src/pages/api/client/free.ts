import { FreeQuery } from '#contracts/checkout';
import { reading } from '#server/http/endpoint';

export const GET = reading(async ({ locals, url }) => {
  const query = FreeQuery.safeParse(Object.fromEntries(url.searchParams));
  return query.success ? locals.app.free(query.data) : null;
});
