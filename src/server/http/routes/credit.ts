import {
  copyRequestLinkServed,
  createRequestServed,
  invoiceRequestServed,
  recordRequestPaymentServed,
  sendRequestServed,
  withdrawRequestServed,
} from '#contracts/routes/paymentRequests.server';
import {
  creditViewServed,
  resendVoucherServed,
  saveAccountLimitServed,
  sellVoucherServed,
  useOnBookingServed,
} from '#contracts/routes/credit.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const creditRoutes: readonly ServedRoute[] = [
  serve(sellVoucherServed, ({ app }) => app.sellVoucher),
  serve(resendVoucherServed, ({ app }) => app.resendVoucher),
  serve(useOnBookingServed, ({ app }) => app.useOnBooking),
  serve(createRequestServed, ({ app }) => app.createRequest),
  serve(sendRequestServed, ({ app }) => app.sendRequest),
  serve(copyRequestLinkServed, ({ app }) => app.copyRequestLink),
  serve(withdrawRequestServed, ({ app }) => app.withdrawRequest),
  serve(recordRequestPaymentServed, ({ app }) => app.recordRequestPayment),
  serve(invoiceRequestServed, ({ app }) => app.invoiceRequest),
  serve(saveAccountLimitServed, ({ app }) => app.saveAccountLimit),
  serveView(
    creditViewServed,
    ({ app }) =>
      () =>
        app.creditView(),
  ),
];
