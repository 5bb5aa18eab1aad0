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
import { chooseAccountServed } from '#contracts/routes/paymentMethods.server';
import { giveUpServed } from '#contracts/routes/payments.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';
import { provenRefund } from '#server/http/proof';

export const bookingsRoutes: readonly ServedRoute[] = [
  serve(createBookingServed, ({ app }) => app.createBooking),
  serve(cancelBookingServed, (visit) => provenRefund(visit, visit.app.cancelBooking)),
  serve(changeBookingServed, (visit) => provenRefund(visit, visit.app.changeBooking)),
  serve(copyLinkServed, ({ app }) => app.copyLink),
  serve(giveUpServed, ({ app }) => app.giveUp),
  serve(answerRequestServed, ({ app }) => app.answerRequest),
  serve(answerAskServed, (visit) => provenRefund(visit, visit.app.answerAsk)),
  serve(acceptGapServed, ({ app }) => app.acceptGap),
  serve(chooseAccountServed, ({ app }) => app.chooseAccount),
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
