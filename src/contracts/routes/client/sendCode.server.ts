import { OnLink } from '#contracts/clientPage/client';
import { sendCode } from '#contracts/routes/client/sendCode';
import { served } from '#contracts/routes/served';

export const sendCodeServed = served(sendCode, { in: OnLink, right: 'anybody' });
