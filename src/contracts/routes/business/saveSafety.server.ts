import { SaveSafety } from '#contracts/auth/auth';
import { saveSafety } from '#contracts/routes/business/saveSafety';
import { served } from '#contracts/routes/served';

export const saveSafetyServed = served(saveSafety, {
  in: SaveSafety,
  right: 'business:write',
});
