import { GiveBill } from '#contracts/clients/clients';
import { giveBill } from '#contracts/routes/client/giveBill';
import { served } from '#contracts/routes/served';

export const giveBillServed = served(giveBill, { in: GiveBill, right: 'anybody' });
