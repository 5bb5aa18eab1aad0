import { CreateRequest } from '#contracts/credit/credit';
import { createRequest } from '#contracts/routes/credit/createRequest';
import { served } from '#contracts/routes/served';

export const createRequestServed = served(createRequest, {
  in: CreateRequest,
  right: 'credit:write',
});
