import { GiveInDispute } from '#contracts/claims/after';
import { giveInDispute } from '#contracts/routes/disputes/giveInDispute';
import { served } from '#contracts/routes/served';

export const giveInDisputeServed = served(giveInDispute, { in: GiveInDispute, right: 'money:give back' });
