import { PutRight } from '#contracts/claims/after';
import { putRight } from '#contracts/routes/closing/putRight';
import { served } from '#contracts/routes/served';

export const putRightServed = served(putRight, { in: PutRight, right: 'money:give back' });
