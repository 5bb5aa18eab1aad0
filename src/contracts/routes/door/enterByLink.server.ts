import { EnterByLink } from '#contracts/auth/auth';
import { enterByLink } from '#contracts/routes/door/enterByLink';
import { served } from '#contracts/routes/served';

export const enterByLinkServed = served(enterByLink, { in: EnterByLink, right: 'anybody' });
