import { OnLink } from '#contracts/clientPage/client';
import { abandon } from '#contracts/routes/client/abandon';
import { served } from '#contracts/routes/served';

export const abandonServed = served(abandon, { in: OnLink, right: 'link' });
