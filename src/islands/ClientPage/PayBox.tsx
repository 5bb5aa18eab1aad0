import type { ClientView } from '#contracts/views';
import { formatMoney } from '#core/money/formatMoney';
import { fee } from '#core/fee/fee';
import { chosenSum, firstChoice, type PayChoice, PayChoices } from '#islands/ClientPage/PayChoices';
import { CardFrame, type CardGiven } from '#islands/ClientPage/CardFrame';
import { Tip } from '#islands/ClientPage/Tip';
import { sum, zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { payProblem } from '#islands/ClientPage/payProblem';
import { useReady } from '#islands/parts/useReady';
import { newKey, post } from '#islands/api';
import { useRef, useState } from 'react';
import styles from './ClientPage.module.css';

type Props = {
  readonly link: string;
  readonly view: ClientView;
  readonly reload: () => Promise<void>;
  readonly purpose: 'pay' | 'card';
  /** Pays the next part before its day. */
  readonly early?: ClientView['early'];
};
type Outcome = { state: 'paid' } | { state: 'confirm'; url: string } | { state: 'declined'; code: string };

/** The card network's frame and one button. A try keeps its key until it is answered, so that a repeat pays once. */
export function PayBox({ link, view: given, reload, purpose, early }: Props) {
  // Paid early, the next part stands in the place of what is due.
  const view = early ? { ...given, dueNow: early.amount, choices: earlyChoices(given) } : given;
  const frame = useRef<{ ask: () => Promise<CardGiven | null> }>(null);
  const attempt = useRef<{ key: string; card: string } | null>(null);
  const [opened, setOpened] = useState(purpose === 'card');
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const [problem, setProblem] = useState<string | null>(null);
  const running = useRef(false);
  const { currency } = view;
  const [choice, setChoice] = useState<PayChoice>(() => firstChoice(view));
  const chosen = chosenSum(choice, view);
  const [tip, setTip] = useState('');
  const tipped = tip.trim() === '' ? zero : parseAmount(tip, view.currency);
  const passedOn = purpose === 'pay' && view.fee && chosen.amount ? fee({ ...view.fee, amount: chosen.amount }) : null;
  const label =
    purpose === 'pay'
      ? `Pay ${formatMoney(sum([passedOn?.charge ?? chosen.amount ?? view.dueNow, tipped ?? zero]), currency)}`
      : 'Keep this card';

  const send = async (): Promise<void> => {
    if (running.current) return; // a double click
    if (purpose === 'pay' && (chosen.amount === null || tipped === null)) return; // said at its field
    running.current = true;
    setBusy(true);
    setProblem(null);
    try {
      const given = attempt.current ? { token: attempt.current.card } : await frame.current?.ask();
      if (!given) return; // the frame says what is wrong with the number, at its place
      attempt.current ??= { key: newKey(), card: given.token };
      const { key, card } = attempt.current;
      const about = { link, attempt: key, card };
      const answer =
        purpose === 'pay'
          ? await post<Outcome>('/api/client/pay', {
              ...about,
              amount: chosen.amount,
              ...(tipped ? { tip: tipped } : {}),
              ...(chosen.everything ? { everything: true } : {}),
              seen: view.received,
            })
          : await post<Outcome>('/api/client/give-card', about);
      if (!answer.ok && (answer.problem.code === 'no_connection' || answer.problem.code === 'try_again')) {
        setProblem(payProblem(answer.problem, currency)); // the same try may be sent again
        return;
      }
      attempt.current = null;
      if (answer.ok && answer.value.state === 'confirm') {
        location.assign(`${answer.value.url}?back=${encodeURIComponent(`/b/${link}`)}`);
        return;
      }
      if (!answer.ok) setProblem(payProblem(answer.problem, currency));
      else if (answer.value.state === 'declined' && purpose === 'card')
        setProblem(payProblem({ code: 'declined', detail: { code: answer.value.code } }, currency));
      await reload();
    } finally {
      running.current = false;
      setBusy(false);
    }
  };
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
      <CardFrame ref={frame} />
      {passedOn && <p className={styles.consent}>{formatMoney(passedOn.fee, currency)} is added for paying by card.</p>}
      <p className={styles.consent}>{view.payer ? 'Your card is charged this once and not kept.' : view.consent}</p>
      {problem && (
        <p className={styles.declined} role="alert">
          {problem}
        </p>
      )}
      <button
        type="button"
        className={styles.button}
        onClick={() => void send()}
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
