import { stripOf } from '#core/bookings/strip';
import { localDate } from '#core/calendar/zoned';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { clientSteps } from '#core/wording/clientSteps';
import { distance } from '#core/wording/days';
import { times } from '#core/wording/times';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { Problem } from '#islands/parts/Problem';
import type { Worked } from '#islands/bookings/newBooking/draft';
import { MoneyStrip } from '#islands/parts/MoneyStrip';
import styles from './NewBooking.module.css';

/** The plan as it would be agreed this moment, and what the client will read. */
export function PlanPreview({ worked, currency }: { readonly worked: Worked; readonly currency: string }) {
  if (worked.state === 'refused') {
    return (
      <aside className={styles.preview} aria-label="Plan">
        <h2>Plan</h2>
        <Problem problem={worked.problem} currency={currency} />
      </aside>
    );
  }
  if (worked.state === 'unfinished') {
    return (
      <aside className={styles.preview} aria-label="Plan">
        <h2>Plan</h2>
        <p className={styles.wait}>
          With dates, a price and terms the plan appears here: what is due when, and what is held.
        </p>
      </aside>
    );
  }
  const { bookingState } = worked;
  const { agreed, plan } = bookingState;
  const today = localDate(bookingState.asOf, agreed.timeZone);
  return (
    <aside className={styles.preview} aria-label="Plan" aria-live="polite">
      <h2>Plan</h2>
      <div className={styles.now}>
        <span>Due now</span>
        <b>{formatMoney(plan.dueNow, currency)}</b>
        <span>of {formatMoney(agreed.total, currency)}</span>
      </div>
      <MoneyStrip strip={stripOf(bookingState)} currency={currency} size="large" />
      <ol className={styles.steps}>
        {clientSteps(bookingState).map((step, index) => (
          <li key={index}>
            <i className={`m-${step.mark}`} />
            <div>
              <b>{step.when}</b>
              {step.date && step.date !== today && (
                <span className={styles.distance}>{distance(step.date, today)}</span>
              )}
              <p>{step.what}</p>
              {step.note && <p className={styles.note}>{step.note}</p>}
            </div>
            <b className="num">{formatAmount(step.amount, currency)}</b>
          </li>
        ))}
      </ol>
      {plan.hold && plan.hold.authorisations.length > 1 && (
        <p className={styles.note}>
          The hold outlasts one authorisation: it is renewed {times(plan.hold.authorisations.length - 1)}, by itself.
        </p>
      )}
      <h3>If the client cancels</h3>
      <ul className={styles.cancel}>
        {cancellationSentences(bookingState).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </aside>
  );
}
