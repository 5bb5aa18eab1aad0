import { CreateRequest, OnRequest, RecordRequestPayment } from '#contracts/credit/credit';
import {
  copyRequestLink,
  createRequest,
  invoiceRequest,
  recordRequestPayment,
  sendRequest,
  withdrawRequest,
} from '#contracts/routes/paymentRequests';
import { served } from '#contracts/routes/served';

export const copyRequestLinkServed = served(copyRequestLink, {
  in: OnRequest,
  right: 'credit:write',
});

export const createRequestServed = served(createRequest, {
  in: CreateRequest,
  right: 'credit:write',
});

export const invoiceRequestServed = served(invoiceRequest, { in: OnRequest, right: 'credit:write' });

export const recordRequestPaymentServed = served(recordRequestPayment, {
  in: RecordRequestPayment,
  right: 'credit:write',
});

export const sendRequestServed = served(sendRequest, {
  in: OnRequest,
  right: 'credit:write',
});

export const withdrawRequestServed = served(withdrawRequest, {
  in: OnRequest,
  right: 'credit:write',
});
