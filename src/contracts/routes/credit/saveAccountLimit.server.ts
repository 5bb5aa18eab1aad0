import { saveAccountLimit } from '#contracts/routes/credit/saveAccountLimit';
import { served } from '#contracts/routes/served';
import { SaveAccountLimit } from '#contracts/ways';

export const saveAccountLimitServed = served(saveAccountLimit, {
  in: SaveAccountLimit,
  right: 'credit:write',
});
