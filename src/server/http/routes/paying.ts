import {
  askNowServed,
  chargeNowServed,
  recordPaymentServed,
  stopAtCounterServed,
  takeAtCounterServed,
} from '#contracts/routes/payments.server';
import { serve, type ServedRoute } from '#server/http/serve';

export const payingRoutes: readonly ServedRoute[] = [
  serve(recordPaymentServed, ({ app }) => app.recordPayment),
  serve(askNowServed, ({ app }) => app.askNow),
  serve(chargeNowServed, ({ app }) => app.chargeNow),
  serve(takeAtCounterServed, ({ app }) => app.takeAtCounter),
  serve(stopAtCounterServed, ({ app }) => app.stopAtCounter),
];
