import { OnRequest } from '#contracts/credit/credit';
import { sendRequest } from '#contracts/routes/credit/sendRequest';
import { served } from '#contracts/routes/served';

export const sendRequestServed = served(sendRequest, {
  in: OnRequest,
  right: 'credit:write',
});
