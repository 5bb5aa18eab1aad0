import type { RecordRequestPayment } from '#contracts/credit/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const recordRequestPayment = route<z.input<typeof RecordRequestPayment>, null>()(
  '/api/credit/record-request-payment',
  [
    'request_not_found',
    'request_over',
    'request_paid',
    'not_the_sum',
    'amount_too_small',
    'tip_not_taken',
    'request_being_paid',
  ],
);
