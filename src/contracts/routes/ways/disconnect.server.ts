import { served } from '#contracts/routes/served';
import { disconnect } from '#contracts/routes/ways/disconnect';
import { OnAccount } from '#contracts/paymentMethods/paymentMethods';

export const disconnectServed = served(disconnect, {
  in: OnAccount,
  right: 'accounts:connect',
});
