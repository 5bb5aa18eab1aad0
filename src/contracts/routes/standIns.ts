import type { MoveClock, RepeatEvent } from '#contracts/bookings/owner';
import type { SteerRenewals } from '#contracts/paymentMethods/paymentMethods';
import { route, view } from '#contracts/routes/route';
import type { SteerFaults } from '#contracts/standIns/faults';
import type { ReadMail, StandInsView } from '#contracts/standIns/views';
import type { Instant } from '#core/calendar/instant';
import type { z } from 'zod';

export const moveClock = route<
  z.input<typeof MoveClock>,
  { readonly from: Instant; readonly at: Instant; readonly to: Instant },
  'clock_is_real' | 'clock_is_moving' | 'clock_goes_forward'
>('/api/stand-ins/clock');

export const readMail = view<{ readonly seq: string }, ReadMail>('/api/stand-ins/mail/:seq');

export const repeatEvent = route<z.input<typeof RepeatEvent>, { readonly taken: boolean }, 'event_not_found'>(
  '/api/stand-ins/repeat',
);

export const standInsView = view<{ readonly mail: string }, StandInsView>('/api/stand-ins/view');

export const steerFaults = route<z.input<typeof SteerFaults>, null>('/api/stand-ins/faults');

export const steerRenewals = route<z.input<typeof SteerRenewals>, null, 'account_not_found'>('/api/stand-ins/renewals');

export const stopClock = route<Readonly<Record<string, never>>, { readonly stopped: boolean }>('/api/stand-ins/stop');
