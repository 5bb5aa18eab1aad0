import { EnterByLink } from '#contracts/door';
import { enterByLink } from '#contracts/routes/door/enterByLink';
import { served } from '#contracts/routes/served';

export const enterByLinkServed = served(enterByLink, { in: EnterByLink, right: 'anybody' });
