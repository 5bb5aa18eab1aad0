import {
  copyRequestLinkServed,
  createRequestServed,
  invoiceRequestServed,
  recordRequestPaymentServed,
  sendRequestServed,
  withdrawRequestServed,
} from '#contracts/routes/paymentRequests.server';
import { type ServedRoute, serve } from '#server/http/serve';
import { invoiceRequest, recordRequestPayment } from '#server/usecases/paymentRequests/onRequests';
import {
  copyRequestLink,
  createRequest,
  sendRequest,
  withdrawRequest,
} from '#server/usecases/paymentRequests/paymentRequests';

export const paymentRequestsRoutes: readonly ServedRoute[] = [
  serve(createRequestServed, createRequest),
  serve(sendRequestServed, sendRequest),
  serve(copyRequestLinkServed, copyRequestLink),
  serve(withdrawRequestServed, withdrawRequest),
  serve(recordRequestPaymentServed, recordRequestPayment),
  serve(invoiceRequestServed, invoiceRequest),
];
