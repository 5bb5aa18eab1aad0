import { OnLink } from '#contracts/clientPage/client';
import { withdrawConsent } from '#contracts/routes/client/withdrawConsent';
import { served } from '#contracts/routes/served';

export const withdrawConsentServed = served(withdrawConsent, { in: OnLink, right: 'client' });
