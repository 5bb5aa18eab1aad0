import { reading } from '#server/http/endpoint';

export const GET = reading(({ locals, url }) =>
  locals.app.queries.find((url.searchParams.get('text') ?? '').slice(0, 200)),
);
