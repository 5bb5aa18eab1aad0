import { stateLines } from '#cli/bookingLines';
import { wrong } from '#cli/wrong';
import type { App } from '#compose';
import { bookingState } from '#core/bookings/bookingState';
import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { agreedOf } from '#server/bookings/lockBooking';
import { howItCameToBe } from '#server/queries/bookings/howItCameToBe';

const moment = (instant: string | null): string => instant ?? 'open';

/**
 * `explain NUMBER`: how a booking comes to be as it is: its facts, the state and plan that they make, the jobs that were
 * planned, and its entries in the books. @returns the exit status
 */
export async function explain(
  app: Pick<App, 'deps'>,
  number: string | undefined,
  say: (text: string) => void = console.log,
): Promise<number> {
  if (number === undefined) return wrong('invalid_usage', 'explain takes the number of a booking', 'NUMBER');
  const { db, clock } = app.deps;
  const found = await howItCameToBe(db, number);
  if (!found) return wrong('booking_not_found', `no booking ${number}`, 'NUMBER');
  const { jobs, entries } = found;
  const { booking, facts } = found.loaded;
  const now = clock.now();
  const money = (amount: number): string => formatMoney(minor(amount), booking.currency);
  const told = [
    `${number}: ${booking.title}, ${booking.startsAt} to ${booking.endsAt} (${booking.timeZone}), as of ${now}`,
    '',
    'Facts',
    ...facts.map(({ at, kind, actor, ...rest }) => `${at} ${kind} by ${actor.kind} ${JSON.stringify(rest)}`),
    '',
    'State, parts (-), hold (=), decisions (!), jobs that follow from it (>), strip (#)',
    ...stateLines(bookingState(agreedOf(booking), facts, now), facts, { money, moment }),
    '',
    'Jobs',
    ...jobs.map(({ at, kind, key, state, tries, error }) => {
      const tried = tries > 1 ? `, tried ${tries} times` : '';
      return `${at} ${kind} [${key}] ${state}${tried}${error === null ? '' : `: ${error}`}`;
    }),
    '',
    'Entries',
    ...entries.flatMap(({ day, description, lines }) => [
      `${day} ${description}`,
      ...lines.map(({ account, amount, currency }) => `    ${account}  ${formatMoney(amount, currency)}`),
    ]),
  ];
  say(told.join('\n'));
  return 0;
}
