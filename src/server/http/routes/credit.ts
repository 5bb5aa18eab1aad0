import {
  creditViewServed,
  resendVoucherServed,
  saveAccountLimitServed,
  sellVoucherServed,
  useOnBookingServed,
} from '#contracts/routes/credit.server';
import { type ServedRoute, serve, serveView } from '#server/http/serve';
import { resendVoucher } from '#server/usecases/credit/orderVoucher';
import { saveAccountLimit } from '#server/usecases/credit/saveAccountLimit';
import { sellVoucher, useOnBooking } from '#server/usecases/credit/vouchers';

export const creditRoutes: readonly ServedRoute[] = [
  serve(sellVoucherServed, sellVoucher),
  serve(resendVoucherServed, resendVoucher),
  serve(useOnBookingServed, useOnBooking),
  serve(saveAccountLimitServed, saveAccountLimit),
  serveView(
    creditViewServed,
    ({ app }) =>
      () =>
        app.creditView(),
  ),
];
