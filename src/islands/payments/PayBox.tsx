import type { OfferedOnPage, OnlineWay } from '#contracts/paymentMethods/views';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { MainButton } from '#islands/payments/MainButton';
import { payProblem } from '#islands/payments/payProblem';
import { PayWays } from '#islands/payments/PayWays';
import { type PayTry, useCardPayment } from '#islands/payments/useCardPayment';
import type { ReactNode } from 'react';
import styles from '#islands/payments/Pay.module.css';

type Props = {
  readonly offered: OfferedOnPage;
  readonly currency: string;
  /** The page's own path, to which a bank leads back. */
  readonly back: string;
  readonly send: PayTry;
  readonly done: () => Promise<void>;
  /** Whether a card is only kept, and nothing of the booking is charged to it. */
  readonly keeps?: boolean;
  readonly saysDecline?: boolean;
  /** What the button says; a way that is none is a card. */
  readonly label: (way: OnlineWay['way']) => string;
  /** What the client agrees to by it. */
  readonly consent: (way: OnlineWay) => string;
  /** A fee passed on for paying so. */
  readonly fee?: (way: OnlineWay['way']) => Minor;
  /** Whether all that is chosen above can be sent; told at the press, so that each field then says what is wrong. */
  readonly fits?: () => boolean;
  /** What is chosen before the way: sums, a tip, a name. */
  readonly children?: ReactNode;
  /** What is chosen of a kept card. */
  readonly ofCard?: ReactNode;
};

/**
 * The one way in which a client pays or gives a card, for a booking, a cart or a request: what is chosen, the processor's
 * frame, what it means, one button. A try keeps its key until it is answered, so that a repeat pays once.
 */
export function PayBox(props: Props) {
  const { offered, currency, back, send, done, keeps = false, saysDecline = false, fits } = props;
  const words = (fault: Parameters<typeof payProblem>[0]) => payProblem(fault, currency);
  const { frame, pay, busy, problem, chosen, choose } = useCardPayment({
    offered,
    back,
    send,
    words,
    done,
    saysDecline,
  });
  if (!chosen) return null;
  const fee = props.fee?.(chosen.way) ?? 0;
  return (
    <div className={styles.pay}>
      {props.children}
      {chosen.way === 'card' && props.ofCard}
      <PayWays offered={offered} chosen={chosen} choose={choose} frame={frame} purpose={keeps ? 'keep' : 'pay'} />
      {fee > 0 && <p className={styles.consent}>{formatMoney(fee as Minor, currency)} is added for paying by card.</p>}
      <p className={styles.consent}>{props.consent(chosen)}</p>
      <MainButton busy={busy} problem={problem} press={() => (fits?.() ?? true) && void pay()}>
        {props.label(chosen.way)}
      </MainButton>
    </div>
  );
}
