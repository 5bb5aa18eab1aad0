import { giveUpOn } from '#contracts/routes/through/giveUpOn';
import { served } from '#contracts/routes/served';
import { GiveUpOn } from '#contracts/failures/failures';

export const giveUpOnServed = served(giveUpOn, { in: GiveUpOn, right: 'business:write' });
