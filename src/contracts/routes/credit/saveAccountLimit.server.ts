import { saveAccountLimit } from '#contracts/routes/credit/saveAccountLimit';
import { served } from '#contracts/routes/served';
import { SaveAccountLimit } from '#contracts/paymentMethods/paymentMethods';

export const saveAccountLimitServed = served(saveAccountLimit, {
  in: SaveAccountLimit,
  right: 'credit:write',
});
