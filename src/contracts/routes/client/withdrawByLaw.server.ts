import { OnLink } from '#contracts/clientPage/client';
import { withdrawByLaw } from '#contracts/routes/client/withdrawByLaw';
import { served } from '#contracts/routes/served';

export const withdrawByLawServed = served(withdrawByLaw, { in: OnLink, right: 'client' });
