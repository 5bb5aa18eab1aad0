import { MoveClock, RepeatEvent } from '#contracts/bookings/owner';
import { SteerRenewals } from '#contracts/paymentMethods/paymentMethods';
import { served } from '#contracts/routes/served';
import {
  moveClock,
  readMail,
  repeatEvent,
  standInsView,
  steerFaults,
  steerRenewals,
  stopClock,
} from '#contracts/routes/standIns';
import { SteerFaults } from '#contracts/standIns/faults';
import { z } from 'zod';

export const moveClockServed = served(moveClock, { in: MoveClock, right: 'stand-ins' });

export const readMailServed = served(readMail, {
  in: z.object({ seq: z.string().regex(/^[1-9]\d{0,9}$/) }),
  right: 'stand-ins',
});

export const repeatEventServed = served(repeatEvent, { in: RepeatEvent, right: 'stand-ins' });

export const standInsViewServed = served(standInsView, {
  in: z.object({ mail: z.string().max(200).catch('') }),
  right: 'stand-ins',
});

export const steerFaultsServed = served(steerFaults, { in: SteerFaults, right: 'stand-ins' });

export const steerRenewalsServed = served(steerRenewals, { in: SteerRenewals, right: 'stand-ins' });

export const stopClockServed = served(stopClock, { in: z.strictObject({}), right: 'stand-ins' });
