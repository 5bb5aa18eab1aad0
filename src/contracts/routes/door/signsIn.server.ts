import { EnterByLink } from '#contracts/auth/auth';
import { signsIn } from '#contracts/routes/door/signsIn';
import { served } from '#contracts/routes/served';

export const signsInServed = served(signsIn, { in: EnterByLink, right: 'anybody' });
