import type { HoldState } from '#core/bookings/holdStanding';
import type { BookingState } from '#core/bookings/bookingState';
import { stripOf } from '#core/bookings/strip';
import { dateOf } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { longDate, longWall, shortDate } from '#core/wording/days';
import { instalmentWords } from '#islands/format/stageWords';
import { MoneyStrip } from '#islands/parts/MoneyStrip';
import styles from './BookingSide.module.css';

/** A booking as it is and as it would be, side by side. */
export const BookingSides = ({
  before,
  after,
  title,
}: {
  readonly before: BookingState;
  readonly after: BookingState;
  readonly title: string;
}) => (
  <div className={styles.sides}>
    <BookingSide title="Now" bookingState={before} other={after} />
    <BookingSide title={title} bookingState={after} other={before} />
  </div>
);

/** One side of a before and after: when, what it costs, where it stands, the plan and the hold. What differs from the other is tinted. */
function BookingSide({
  title,
  bookingState,
  other,
}: {
  readonly title: string;
  readonly bookingState: BookingState;
  readonly other: BookingState;
}) {
  const { agreed, position, parts, hold, asOf } = bookingState;
  const { currency, timeZone } = agreed;
  const today = localDate(asOf, timeZone);
  const money = (amount: Minor): string => formatAmount(amount, currency);
  const mark = (differs: boolean): string | undefined => (differs ? styles.differs : undefined);
  const known = new Set(other.parts.map((part) => `${part.name} ${part.due} ${part.amount}`));
  return (
    <div className={styles.side}>
      <h3>{title}</h3>
      <p className={mark(agreed.start !== other.agreed.start || agreed.end !== other.agreed.end)}>
        {longWall(agreed.start, today)}
        <br />
        to {dateOf(agreed.start) === dateOf(agreed.end) ? agreed.end.slice(11) : longWall(agreed.end, today)}
      </p>
      <MoneyStrip strip={stripOf(bookingState)} currency={currency} size="large" />
      <dl>
        <Figure label="Price" amount={agreed.total} differs={agreed.total !== other.agreed.total} money={money} />
        <Figure
          label="In hand"
          amount={position.received}
          differs={position.received !== other.position.received}
          money={money}
        />
        <Figure
          label="Due now"
          amount={position.dueNow}
          differs={position.dueNow !== other.position.dueNow}
          money={money}
        />
        <Figure
          label="To come"
          amount={(position.outstanding - position.dueNow) as Minor}
          differs={position.outstanding - position.dueNow !== other.position.outstanding - other.position.dueNow}
          money={money}
        />
      </dl>
      <ol>
        {parts.map((part) => (
          <li key={part.key} className={mark(!known.has(`${part.name} ${part.due} ${part.amount}`))}>
            <i className={`m-${part.state === 'paid' ? 'received' : part.state}`} aria-hidden="true" />
            <span>
              {part.due ? longDate(part.due, today) : 'no date yet'}
              <small>
                {part.name}, {instalmentWords[part.state]}
                {part.partly ? ' in part' : ''}
              </small>
            </span>
            <b className="num">{money(part.amount)}</b>
          </li>
        ))}
        {hold && shownHold(bookingState) && (
          <li className={mark(holdText(bookingState) !== holdText(other))}>
            <i className={holdMarks[hold.state][0]} aria-hidden="true" />
            <span>
              {shortDate(localDate(hold.from, timeZone), today)} to {shortDate(localDate(hold.until, timeZone), today)}
              <small>{holdMarks[hold.state][1]}</small>
            </span>
            <b className="num">{money(bookingState.plan.hold!.amount)}</b>
          </li>
        )}
      </ol>
    </div>
  );
}

const holdMarks = {
  planned: ['m-heldPlanned', 'to be held'],
  asked: ['m-heldPlanned', 'the client is asked'],
  inForce: ['m-held', 'held'],
  endingSoon: ['m-gap', 'held, with a cover gap'],
  captured: ['m-captured', 'captured'],
  released: ['m-back', 'let go'],
  lapsed: ['m-gap', 'lapsed'],
  refused: ['m-gap', 'refused'],
} as const satisfies Record<HoldState, readonly [mark: string, word: string]>;

/** A hold that was never placed is nothing once the booking is over. */
const shownHold = ({ hold, ledger }: BookingState): boolean =>
  ledger.cancelled === null || hold?.state === 'inForce' || hold?.state === 'released' || hold?.state === 'captured';

const holdText = ({ plan, hold }: BookingState): string =>
  `${plan.hold?.amount} ${plan.hold?.from} ${plan.hold?.until} ${hold?.state}`;

const Figure = ({
  label,
  amount,
  differs,
  money,
}: {
  readonly label: string;
  readonly amount: Minor;
  readonly differs: boolean;
  readonly money: (amount: Minor) => string;
}) => (
  <div className={differs ? styles.differs : undefined}>
    <dt>{label}</dt>
    <dd className="num">{money(amount)}</dd>
  </div>
);
