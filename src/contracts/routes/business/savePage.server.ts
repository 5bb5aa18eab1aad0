import { SavePage } from '#contracts/settings/business';
import { savePage } from '#contracts/routes/business/savePage';
import { served } from '#contracts/routes/served';

export const savePageServed = served(savePage, { in: SavePage, right: 'business:write' });
