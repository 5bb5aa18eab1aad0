import { copyRequestLinkServed } from '#contracts/routes/credit/copyRequestLink.server';
import { createRequestServed } from '#contracts/routes/credit/createRequest.server';
import { creditViewServed } from '#contracts/routes/credit/creditView.server';
import { invoiceRequestServed } from '#contracts/routes/credit/invoiceRequest.server';
import { recordRequestPaymentServed } from '#contracts/routes/credit/recordRequestPayment.server';
import { resendVoucherServed } from '#contracts/routes/credit/resendVoucher.server';
import { saveAccountLimitServed } from '#contracts/routes/credit/saveAccountLimit.server';
import { sellVoucherServed } from '#contracts/routes/credit/sellVoucher.server';
import { sendRequestServed } from '#contracts/routes/credit/sendRequest.server';
import { useOnBookingServed } from '#contracts/routes/credit/useOnBooking.server';
import { withdrawRequestServed } from '#contracts/routes/credit/withdrawRequest.server';
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
