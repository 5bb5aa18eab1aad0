import { acceptGapServed } from '#contracts/routes/bookings/acceptGap.server';
import { answerAskServed } from '#contracts/routes/bookings/answerAsk.server';
import { answerRequestServed } from '#contracts/routes/bookings/answerRequest.server';
import { bookingViewServed } from '#contracts/routes/bookings/bookingView.server';
import { bookingsListServed } from '#contracts/routes/bookings/bookingsList.server';
import { cancelBookingServed } from '#contracts/routes/bookings/cancelBooking.server';
import { changeBookingServed } from '#contracts/routes/bookings/changeBooking.server';
import { changeViewServed } from '#contracts/routes/bookings/changeView.server';
import { chooseAccountServed } from '#contracts/routes/bookings/chooseAccount.server';
import { copyLinkServed } from '#contracts/routes/bookings/copyLink.server';
import { createBookingServed } from '#contracts/routes/bookings/createBooking.server';
import { findServed } from '#contracts/routes/bookings/find.server';
import { giveUpServed } from '#contracts/routes/bookings/giveUp.server';
import { todayServed } from '#contracts/routes/bookings/today.server';
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
