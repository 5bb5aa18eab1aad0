import { GiveCourtesy } from '#contracts/claims/after';
import { giveCourtesy } from '#contracts/routes/closing/giveCourtesy';
import { served } from '#contracts/routes/served';

export const giveCourtesyServed = served(giveCourtesy, { in: GiveCourtesy, right: 'money:give back' });
