import type { Shell } from '#contracts/bookings/views';
import type { PlainDate } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';
import { createContext, useContext } from 'react';

export const ShellContext = createContext<Shell | null>(null);

/** The business, its zone, and now, as every view formats with them. @throws outside an owner's page */
export function useShell(): Shell & { readonly zone: string; readonly today: PlainDate } {
  const shell = useContext(ShellContext);
  if (!shell) throw new Error('used outside OwnerShell');
  const zone = shell.business.timeZone;
  return { ...shell, zone, today: localDate(shell.now, zone) };
}
