import { OnRequest } from '#contracts/credit/credit';
import { withdrawRequest } from '#contracts/routes/credit/withdrawRequest';
import { served } from '#contracts/routes/served';

export const withdrawRequestServed = served(withdrawRequest, {
  in: OnRequest,
  right: 'credit:write',
});
