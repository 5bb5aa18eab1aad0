import {
  ChooseAccount,
  Connect,
  FinishConnecting,
  OnAccount,
  SavePaymentMethods,
} from '#contracts/paymentMethods/paymentMethods';
import {
  chooseAccount,
  connect,
  disconnect,
  finishConnecting,
  savePaymentMethods,
  paymentMethodsView,
} from '#contracts/routes/paymentMethods';
import { served, sizes } from '#contracts/routes/served';
import { z } from 'zod';

export const chooseAccountServed = served(chooseAccount, {
  in: ChooseAccount,
  right: 'bookings:change',
});

export const connectServed = served(connect, { in: Connect, right: 'accounts:connect' });

export const disconnectServed = served(disconnect, {
  in: OnAccount,
  right: 'accounts:connect',
});

export const finishConnectingServed = served(finishConnecting, {
  in: FinishConnecting,
  right: 'accounts:connect',
});

export const savePaymentMethodsServed = served(savePaymentMethods, {
  in: SavePaymentMethods,
  right: 'accounts:connect',
  limits: { bytes: sizes.document },
});

export const paymentMethodsViewServed = served(paymentMethodsView, { in: z.object({}), right: 'business:see' });
