import { OnRequest } from '#contracts/credit/credit';
import { invoiceRequest } from '#contracts/routes/credit/invoiceRequest';
import { served } from '#contracts/routes/served';

export const invoiceRequestServed = served(invoiceRequest, { in: OnRequest, right: 'credit:write' });
