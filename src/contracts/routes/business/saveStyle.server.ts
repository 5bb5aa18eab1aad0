import { SaveStyle } from '#contracts/settings/business';
import { saveStyle } from '#contracts/routes/business/saveStyle';
import { served } from '#contracts/routes/served';

export const saveStyleServed = served(saveStyle, { in: SaveStyle, right: 'business:write' });
