import { AgreeAnew } from '#contracts/claims/after';
import { agreeAnew } from '#contracts/routes/client/agreeAnew';
import { served } from '#contracts/routes/served';

export const agreeAnewServed = served(agreeAnew, { in: AgreeAnew, right: 'client' });
