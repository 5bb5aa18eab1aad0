import { SaveBegun } from '#contracts/settings/begin';
import { saveBegun } from '#contracts/routes/business/saveBegun';
import { served } from '#contracts/routes/served';

export const saveBegunServed = served(saveBegun, { in: SaveBegun, right: 'business:write' });
