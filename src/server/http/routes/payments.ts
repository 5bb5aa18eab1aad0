import {
  requestNowServed,
  chargeNowServed,
  foreseeReversalServed,
  writeOffServed,
  reversePaymentServed,
  recordPaymentServed,
  stopAtCounterServed,
  takeAtCounterServed,
} from '#contracts/routes/payments.server';
import { type ServedRoute, serve } from '#server/http/serve';
import { foreseeReversal, reversePayment } from '#server/usecases/courtesies/courtesy';
import { requestNow } from '#server/usecases/payments/requestNow';
import { chargeNow } from '#server/usecases/payments/chargeNow';
import { writeOff } from '#server/usecases/payments/writeOff';
import { recordPayment } from '#server/usecases/payments/recordPayment';
import { stopAtCounter, takeAtCounter } from '#server/usecases/payments/takeAtCounter';

export const paymentsRoutes: readonly ServedRoute[] = [
  serve(writeOffServed, writeOff),
  serve(foreseeReversalServed, foreseeReversal),
  serve(reversePaymentServed, reversePayment),
  serve(recordPaymentServed, recordPayment),
  serve(requestNowServed, requestNow),
  serve(chargeNowServed, chargeNow),
  serve(takeAtCounterServed, takeAtCounter),
  serve(stopAtCounterServed, stopAtCounter),
];
