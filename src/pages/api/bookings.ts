import { BookingsQueryIn } from '#contracts/bookingsQuery';
import { reading } from '#server/http/endpoint';

export const GET = reading(({ locals, url }) =>
  locals.app.queries.bookings(BookingsQueryIn.parse(Object.fromEntries(url.searchParams))),
);
