import { OnLink } from '#contracts/clientPage/client';
import { confirm } from '#contracts/routes/client/confirm';
import { served } from '#contracts/routes/served';

export const confirmServed = served(confirm, { in: OnLink, right: 'link' });
