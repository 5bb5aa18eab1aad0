import { RecordRequestPayment } from '#contracts/credit/credit';
import { recordRequestPayment } from '#contracts/routes/credit/recordRequestPayment';
import { served } from '#contracts/routes/served';

export const recordRequestPaymentServed = served(recordRequestPayment, {
  in: RecordRequestPayment,
  right: 'credit:write',
});
