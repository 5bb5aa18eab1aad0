import type { BookingView } from '#contracts/bookings/views';
import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { disputeNames, disputeStates } from '#core/wording/disputeWords';
import { longDate } from '#core/wording/days';
import { ReturnRow } from '#islands/returns/ReturnRow';
import { ClaimsPanel } from '#islands/claims/ClaimsPanel';
import styles from '../After/After.module.css';

/** Whether there is something to say or do of a booking after its service: from its start on. */
const hasBegun = ({ stage, startAt, asOf, ledger }: BookingState): boolean =>
  asOf >= startAt && (ledger.after.claims.length > 0 || !['waiting', 'enquiry', 'lapsed', 'cancelled'].includes(stage));

/** What comes after the service, in one place: whether it is back, what is claimed, what is disputed. */
export function AfterService({
  view,
  bookingState,
}: {
  readonly view: BookingView;
  readonly bookingState: BookingState;
}) {
  const { ledger, agreed, asOf } = bookingState;
  const { disputes } = ledger.after;
  const today = localDate(asOf, agreed.timeZone);
  if (!hasBegun(bookingState) && disputes.length === 0) return null;
  const open = ledger.closedOut === null && ledger.cancelled === null;
  return (
    <section className={styles.section} aria-label="After the service">
      <h2>After the service</h2>
      {view.returns && open && hasBegun(bookingState) && <ReturnRow bookingId={view.id} bookingState={bookingState} />}
      {hasBegun(bookingState) && <ClaimsPanel view={view} bookingState={bookingState} />}
      {disputes.length > 0 && (
        <ul className={styles.claimList} aria-label="Disputes">
          {disputes.map((dispute) => (
            <li key={dispute.id}>
              <div>
                <a href={`/disputes/${dispute.id}`}>
                  <b>Disputed: {disputeNames[dispute.family]}</b>
                </a>
                <span className={styles.state}>
                  {disputeStates[dispute.state]}
                  {(dispute.state === 'open' || dispute.state === 'asked') &&
                    ` by ${longDate(localDate(dispute.answerBy, agreed.timeZone), today)}`}
                </span>
              </div>
              <b className="num">{formatMoney(dispute.amount, agreed.currency)}</b>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
