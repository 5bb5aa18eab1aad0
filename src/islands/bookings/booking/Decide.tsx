import { decisionsOf } from '#core/bookings/decisions';
import { requestNow } from '#contracts/routes/payments';
import { acceptGap } from '#contracts/routes/bookings';
import type { BookingView } from '#contracts/bookings/views';
import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { longDate } from '#core/wording/days';
import { decisionWords } from '#islands/format/decisionWords';
import { AnswerAsk } from '#islands/bookings/booking/AnswerAsk';
import { AnswerRequest } from '#islands/bookings/booking/AnswerRequest';
import { Problem } from '#islands/parts/Problem';
import { useSent } from '#islands/parts/useSent';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button } from '@mantine/core';
import styles from './BookingPage.module.css';

const titles = {
  closeOut: 'Close out',
  cardRefused: 'The card was refused',
  late: 'A payment is late',
  coverGap: 'Close the cover gap',
  refundRefused: 'A refund was refused',
  notSecured: 'Not secured yet',
  request: 'A client asks for this',
  clientAsks: 'The client asks for a change',
  objected: 'The client objects',
  notBack: 'Not back',
  disputed: 'A payment is disputed',
  notAgreed: 'Not agreed yet',
} as const;

/** What this booking asks of its owner, boxed because it must stand out; nothing where it asks nothing. */
export function Decide({ view, bookingState }: { readonly view: BookingView; readonly bookingState: BookingState }) {
  const { zone, today } = useShell();
  const ask = useRoute(requestNow);
  const said = useSent();
  const accept = useRoute(acceptGap);
  const { currency } = bookingState.agreed;
  const send = async (): Promise<void> => {
    const sent = await ask.run({ bookingId: view.id, requestKey: ask.requestKey() });
    if (sent) said(sent.messageId, `Asked ${view.client.name} by message.`);
  };
  return decisionsOf(bookingState).map((decision, index) => {
    const words = decisionWords(decision, zone, today);
    const asking =
      decision.kind === 'coverGap' ||
      decision.kind === 'cardRefused' ||
      decision.kind === 'late' ||
      decision.kind === 'notSecured';
    return (
      <section key={index} className={styles.decide} aria-label={titles[decision.kind]}>
        <h2>{titles[decision.kind]}</h2>
        <p>{words.why}</p>
        <p className={styles.deadline}>
          {formatMoney(decision.amount, currency)} {words.stake}, decide by{' '}
          {longDate(localDate(decision.by, zone), today)}
        </p>
        {decision.kind === 'request' && <AnswerRequest view={view} currency={currency} reserved={decision.reserved} />}
        {decision.kind === 'clientAsks' && <AnswerAsk view={view} bookingState={bookingState} />}
        {decision.kind === 'closeOut' && (
          <Button component="a" href={`/close-out#${view.number}`} fullWidth>
            Close out
          </Button>
        )}
        {decision.kind === 'disputed' && (
          <Button component="a" href={`/disputes/${decision.dispute}`} fullWidth>
            Answer
          </Button>
        )}
        {asking && (
          <Button fullWidth loading={ask.busy} onClick={() => void send()}>
            {decision.kind === 'coverGap' ? 'Ask for another card' : words.action}
          </Button>
        )}
        {decision.kind === 'coverGap' && (
          <Button
            variant="default"
            fullWidth
            mt={8}
            loading={accept.busy}
            onClick={() => void accept.run({ bookingId: view.id, requestKey: accept.requestKey() })}
          >
            Accept the risk
          </Button>
        )}
        <Problem problem={ask.problem ?? accept.problem} currency={currency} />
      </section>
    );
  });
}
