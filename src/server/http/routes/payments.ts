import {
  askNowServed,
  chargeNowServed,
  foreseePutRightServed,
  giveUpServed,
  putRightServed,
  recordPaymentServed,
  stopAtCounterServed,
  takeAtCounterServed,
} from '#contracts/routes/payments.server';
import { type ServedRoute, serve } from '#server/http/serve';
import { foreseePutRight, putRight } from '#server/usecases/courtesies/courtesy';
import { askNow } from '#server/usecases/payments/askNow';
import { chargeNow } from '#server/usecases/payments/chargeNow';
import { giveUp } from '#server/usecases/payments/giveUp';
import { recordPayment } from '#server/usecases/payments/recordPayment';
import { stopAtCounter, takeAtCounter } from '#server/usecases/payments/takeAtCounter';

export const paymentsRoutes: readonly ServedRoute[] = [
  serve(giveUpServed, giveUp),
  serve(foreseePutRightServed, foreseePutRight),
  serve(putRightServed, putRight),
  serve(recordPaymentServed, recordPayment),
  serve(askNowServed, askNow),
  serve(chargeNowServed, chargeNow),
  serve(takeAtCounterServed, takeAtCounter),
  serve(stopAtCounterServed, stopAtCounter),
];
