import { giveCard } from '#contracts/routes/client/giveCard';
import { pay as payRoute } from '#contracts/routes/client/pay';
import type { ClientView } from '#contracts/clientViews';
import { formatMoney } from '#core/money/formatMoney';
import { fee } from '#core/fee/fee';
import { chosenSum, firstChoice, type PayChoice, PayChoices } from '#islands/ClientPage/PayChoices';
import { KeptForChoice } from '#islands/ClientPage/KeptForChoice';
import { PayWays } from '#islands/ClientPage/PayWays';
import { Tip } from '#islands/ClientPage/Tip';
import { sum, zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { payProblem } from '#islands/ClientPage/payProblem';
import { useReady } from '#islands/parts/useReady';
import { useCardPayment } from '#islands/ClientPage/useCardPayment';
import { call } from '#islands/api';
import { useState } from 'react';
import styles from './ClientPage.module.css';

type Props = {
  readonly link: string;
  readonly view: ClientView;
  readonly reload: () => Promise<void>;
  readonly purpose: 'pay' | 'card';
  /** Pays the next part before its day. */
  readonly early?: ClientView['early'];
};

/** The card network's frame and one button. A try keeps its key until it is answered, so that a repeat pays once. */
export function PayBox({ link, view: given, reload, purpose, early }: Props) {
  // Paid early, the next part stands in the place of what is due.
  const view = early ? { ...given, dueNow: early.amount, choices: earlyChoices(given) } : given;
  const [opened, setOpened] = useState(purpose === 'card');
  const ready = useReady();
  const { currency } = view;
  const [choice, setChoice] = useState<PayChoice>(() => firstChoice(view));
  const chosen = chosenSum(choice, view);
  const [tip, setTip] = useState('');
  const tipped = tip.trim() === '' ? zero : parseAmount(tip, view.currency);
  const [use, setUse] = useState<'payments' | 'hold' | null>(null);
  // Only a card can be held on.
  const offered =
    purpose === 'card' && (view.cardWanted === 'hold' || use === 'hold')
      ? { ...view.offered, online: view.offered.online.filter(({ way }) => way === 'card') }
      : view.offered;
  const {
    frame,
    pay,
    busy,
    problem,
    chosen: way,
    choose,
  } = useCardPayment({
    offered,
    back: `/b/${link}`,
    send: ({ key: attempt, card, account }) =>
      purpose === 'card'
        ? call(giveCard, { link, attempt, card, account, ...(use ? { use } : {}) })
        : call(payRoute, {
            ...{
              link,
              attempt,
              card,
              account,
              amount: chosen.amount,
              seen: view.received + (view.onTheWay?.amount ?? 0),
            },
            ...(tipped ? { tip: tipped } : {}),
            ...(chosen.everything ? { everything: true } : {}),
          }),
    words: (fault) => payProblem(fault, currency),
    done: reload,
    saysDecline: purpose === 'card',
  });
  const byCard = way?.way === 'card';
  const consent = use && byCard ? view.consentFor[use] : way?.consent;
  const passedOn =
    byCard && purpose === 'pay' && view.fee && chosen.amount ? fee({ ...view.fee, amount: chosen.amount }) : null;
  const label =
    purpose === 'pay'
      ? `Pay ${formatMoney(sum([passedOn?.charge ?? chosen.amount ?? view.dueNow, tipped ?? zero]), currency)}`
      : byCard
        ? 'Keep this card'
        : 'Keep this account';

  // A sum or tip that cannot be read is said at its field.
  const sumsRead = purpose === 'card' || (chosen.amount !== null && tipped !== null);
  if (!opened) {
    return (
      <button type="button" className={styles.button} onClick={() => setOpened(true)} disabled={!ready}>
        {label}
      </button>
    );
  }
  return (
    <div className={styles.pay}>
      {purpose === 'pay' && <PayChoices view={view} choice={choice} choose={setChoice} />}
      {purpose === 'pay' && view.tip && (
        <Tip base={chosen.amount ?? view.dueNow} currency={currency} typed={tip} wrong={tipped === null} set={setTip} />
      )}
      {purpose === 'card' && byCard && view.holdCard && <KeptForChoice use={use} choose={setUse} />}
      {way && (
        <PayWays
          offered={offered}
          chosen={way}
          choose={choose}
          frame={frame}
          purpose={purpose === 'card' ? 'keep' : 'pay'}
        />
      )}
      {passedOn && <p className={styles.consent}>{formatMoney(passedOn.fee, currency)} is added for paying by card.</p>}
      <p className={styles.consent}>
        {view.payer && byCard ? 'Your card is charged this once and not kept.' : consent}
      </p>
      {problem && (
        <p className={styles.declined} role="alert">
          {problem}
        </p>
      )}
      <button
        type="button"
        className={styles.button}
        onClick={() => sumsRead && void pay()}
        aria-busy={busy}
        disabled={busy || !ready}
      >
        {busy ? 'One moment…' : label}
      </button>
    </div>
  );
}

/** Everything that is open, or another sum from the smallest on, where the terms take parts. */
const earlyChoices = ({ choices, outstanding, early }: ClientView): ClientView['choices'] => ({
  preset: 'due',
  all: early && early.amount < outstanding ? { amount: outstanding, discount: null } : null,
  smallest: choices.smallest,
});
