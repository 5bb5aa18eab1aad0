import { askNowServed } from '#contracts/routes/paying/askNow.server';
import { chargeNowServed } from '#contracts/routes/paying/chargeNow.server';
import { recordPaymentServed } from '#contracts/routes/paying/recordPayment.server';
import { stopAtCounterServed } from '#contracts/routes/paying/stopAtCounter.server';
import { takeAtCounterServed } from '#contracts/routes/paying/takeAtCounter.server';
import { serve, type ServedRoute } from '#server/http/serve';

export const payingRoutes: readonly ServedRoute[] = [
  serve(recordPaymentServed, ({ app }) => app.recordPayment),
  serve(askNowServed, ({ app }) => app.askNow),
  serve(chargeNowServed, ({ app }) => app.chargeNow),
  serve(takeAtCounterServed, ({ app }) => app.takeAtCounter),
  serve(stopAtCounterServed, ({ app }) => app.stopAtCounter),
];
