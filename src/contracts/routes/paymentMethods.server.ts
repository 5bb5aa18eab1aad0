import {
  ChooseAccount,
  Connect,
  FinishConnecting,
  OnAccount,
  SaveWays,
} from '#contracts/paymentMethods/paymentMethods';
import {
  chooseAccount,
  connect,
  disconnect,
  finishConnecting,
  saveWays,
  waysView,
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

export const saveWaysServed = served(saveWays, {
  in: SaveWays,
  right: 'accounts:connect',
  limits: { bytes: sizes.document },
});

export const waysViewServed = served(waysView, { in: z.object({}), right: 'business:see' });
