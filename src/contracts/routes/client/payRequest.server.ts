import { PayRequest } from '#contracts/credit/credit';
import { payRequest } from '#contracts/routes/client/payRequest';
import { served } from '#contracts/routes/served';

export const payRequestServed = served(payRequest, { in: PayRequest, right: 'anybody' });
