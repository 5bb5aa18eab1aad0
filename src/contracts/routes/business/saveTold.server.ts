import { SaveTold } from '#contracts/settings/business';
import { saveTold } from '#contracts/routes/business/saveTold';
import { served } from '#contracts/routes/served';

export const saveToldServed = served(saveTold, { in: SaveTold, right: 'business:write' });
