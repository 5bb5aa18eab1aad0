import {
  acceptGapServed,
  answerAskServed,
  answerRequestServed,
  bookingViewServed,
  bookingsListServed,
  cancelBookingServed,
  changeBookingServed,
  changeViewServed,
  copyLinkServed,
  createBookingServed,
  findServed,
  todayServed,
} from '#contracts/routes/bookings.server';
import { provenRefund } from '#server/http/proof';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import { acceptGap } from '#server/usecases/bookings/acceptGap';
import { answerRequest } from '#server/usecases/bookings/answerRequest';
import { answerAsk } from '#server/usecases/bookings/askChange';
import { cancelBooking } from '#server/usecases/bookings/cancelBooking';
import { changeBooking } from '#server/usecases/bookings/changeBooking';
import { createBooking } from '#server/usecases/bookings/createBooking';
import { copyLink } from '#server/usecases/clientPage/copyLink';

export const bookingsRoutes: readonly ServedRoute[] = [
  serve(createBookingServed, createBooking),
  serveVisit(cancelBookingServed, (visit) => provenRefund(visit, cancelBooking(visit.app.deps))),
  serveVisit(changeBookingServed, (visit) => provenRefund(visit, changeBooking(visit.app.deps))),
  serve(copyLinkServed, copyLink),
  serve(answerRequestServed, answerRequest),
  serveVisit(answerAskServed, (visit) => provenRefund(visit, answerAsk(visit.app.deps))),
  serve(acceptGapServed, acceptGap),
  serveView(bookingsListServed, ({ app }) => app.queries.bookings),
  serveView(
    bookingViewServed,
    ({ app }) =>
      ({ number }) =>
        app.queries.booking(number),
  ),
  serveView(
    changeViewServed,
    ({ app }) =>
      ({ number }) =>
        app.queries.change(number),
  ),
  serveView(
    findServed,
    ({ app }) =>
      ({ text }) =>
        app.queries.find(text),
  ),
  serveView(
    todayServed,
    ({ app }) =>
      ({ currency }) =>
        app.queries.today(currency),
  ),
];
