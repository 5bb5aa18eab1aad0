import { PutHold } from '#contracts/claims/after';
import { putHold } from '#contracts/routes/closing/putHold';
import { served } from '#contracts/routes/served';

export const putHoldServed = served(putHold, { in: PutHold, right: 'money:take' });
