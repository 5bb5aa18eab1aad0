import { served } from '#contracts/routes/served';
import { finishConnecting } from '#contracts/routes/ways/finishConnecting';
import { FinishConnecting } from '#contracts/paymentMethods/paymentMethods';

export const finishConnectingServed = served(finishConnecting, {
  in: FinishConnecting,
  right: 'accounts:connect',
});
