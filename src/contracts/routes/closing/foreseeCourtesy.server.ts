import { ForeseeCourtesy } from '#contracts/claims/after';
import { foreseeCourtesy } from '#contracts/routes/closing/foreseeCourtesy';
import { served } from '#contracts/routes/served';

export const foreseeCourtesyServed = served(foreseeCourtesy, { in: ForeseeCourtesy, right: 'money:give back' });
