import { reading } from '#server/http/endpoint';

export const GET = reading(({ locals, url }) =>
  locals.app.standIns((url.searchParams.get('mail') ?? '').slice(0, 200)),
);
