import type { Fact } from '#core/bookings/facts';
import { payable, type BookingState } from '#core/bookings/bookingState';
import { dateOf } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { sum } from '#core/money/minor';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { clientSteps, type StepMark } from '#core/wording/clientSteps';
import { clockOf, longWall } from '#core/wording/days';
import { finalFigures } from '#core/wording/finalFigures';

/** What a letter says of its booking besides its words: what, when, what has come, what is due and what follows. */
export type LetterFacts = {
  readonly what: string;
  readonly when: string;
  /** What has come and what the price is: `€ 264.00 of € 880.00`. */
  readonly paid: string;
  readonly rows: readonly LetterRow[];
  /** What it came to, once it is over: absent before. */
  readonly figures?: readonly LetterFigure[];
  /** What a cancellation costs, as it stands now. */
  readonly cancellation: readonly string[];
};
export type LetterFigure = { readonly what: string; readonly amount: string };
export type LetterRow = {
  readonly mark: StepMark;
  readonly when: string;
  readonly what: string;
  readonly amount: string;
};

/** Rows that a letter has room for; the page behind its button has all of them. */
const mostRows = 8;

/** The facts of a letter to a client, worked out at its moment and sent as they were, however late that is. */
export function letterFacts(current: BookingState, title: string, facts: readonly Fact[]): LetterFacts {
  const { agreed, ledger, asOf, stage } = current;
  const { currency, start, end } = agreed;
  const today = localDate(asOf, agreed.timeZone);
  const over = stage === 'cancelled' || stage === 'lapsed' || stage === 'closed';
  const ends = dateOf(end) === dateOf(start) ? clockOf(end) : longWall(end, today);
  const received = sum(ledger.receipts.map(({ amount }) => amount));
  const steps = over ? [] : clientSteps(current);
  const figures = finalFigures(current, facts).map(({ what, amount }) => ({
    what,
    amount: formatMoney(amount, currency),
  }));
  return {
    what: title,
    when: `${longWall(start, today)} to ${ends}`,
    paid: `${formatMoney(received, currency)} of ${formatMoney(agreed.total, currency)}`,
    rows: steps.slice(0, mostRows).map(({ mark, when, what, note, amount }) => ({
      mark,
      when,
      what: note ? `${what}; ${note}` : what,
      amount: formatMoney(amount, currency),
    })),
    ...(figures.length > 0 ? { figures } : {}),
    cancellation:
      over || payable(current).outstanding + received === 0 ? [] : cancellationSentences(current).slice(0, 3),
  };
}
