import { ForeseeCourtesy, GiveCourtesy } from '#contracts/claims/after';
import { foreseeCourtesy, giveCourtesy } from '#contracts/routes/courtesies';
import { served } from '#contracts/routes/served';

export const foreseeCourtesyServed = served(foreseeCourtesy, { in: ForeseeCourtesy, right: 'money:give back' });

export const giveCourtesyServed = served(giveCourtesy, { in: GiveCourtesy, right: 'money:give back' });
