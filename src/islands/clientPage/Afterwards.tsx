import { agreeAnew, withdrawByLaw } from '#contracts/routes/clientPage';
import type { CodeOf } from '#contracts/routes/route';
import type { ClientView } from '#contracts/clientPage/views';
import { formatMoney } from '#core/money/formatMoney';
import { declineReason } from '#core/wording/declines';
import { call, newKey } from '#islands/api';
import { Claims } from '#islands/clientPage/Claims';
import { harmless, sayWith, type Sentences } from '#islands/format/say';
import { MainButton } from '#islands/payments/MainButton';
import styles from '#islands/clientPage/ClientPage.module.css';
import own from '#islands/clientPage/Own.module.css';
import pay from '#islands/payments/Pay.module.css';
import { useRef, useState } from 'react';

type OnPage = { readonly link: string; readonly view: ClientView; readonly reload: () => Promise<void> };

const sentences: Sentences<CodeOf<typeof agreeAnew | typeof withdrawByLaw>> = {
  booking_not_found: 'This booking is no longer there.',
  link_unknown: 'This link opens nothing any more.',
  link_expired: 'This link has expired.',
  device_unknown: 'Please confirm this device first, with the code that we send to you.',
  booking_over: 'This booking is over.',
  no_card: 'No card is kept any more. Please give one.',
  nothing_to_agree: 'You have agreed to all of it.',
  payment_under_way: 'A payment is under way. Please finish it first.',
  not_withdrawable: 'The time to withdraw is over; the terms below count now.',
  proof_needed: 'Please write to us.',
};
const sentence = sayWith(sentences, harmless('Nothing is changed', 'try again'));

/** What comes after the booking was made: a consent that is asked anew, claims, withdrawal, and what it came to. */
export function Afterwards({ link, view, reload }: OnPage) {
  return (
    <>
      {view.agreeAnew && <Agree link={link} asked={view.agreeAnew} reload={reload} />}
      {view.claims.length > 0 && <Claims link={link} view={view} reload={reload} />}
      {view.figures.length > 1 && (
        <section aria-label="What it came to">
          <h2>What it came to</h2>
          <dl className={styles.total}>
            {view.figures.map(({ what, amount }) => (
              <div key={what} style={{ display: 'contents' }}>
                <dt>{what}</dt>
                <dd>{formatMoney(amount, view.currency)}</dd>
              </div>
            ))}
          </dl>
        </section>
      )}
      {view.withdraw && <Withdraw link={link} withdraw={view.withdraw} reload={reload} />}
    </>
  );
}

function Agree({
  link,
  asked,
  reload,
}: Omit<OnPage, 'view'> & { readonly asked: NonNullable<ClientView['agreeAnew']> }) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const attempt = useRef(newKey());
  const agree = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const answer = await call(agreeAnew, { link, attempt: attempt.current });
    if (!answer.ok) setProblem(sentence(answer.problem));
    else if (answer.value.state === 'confirm') return location.assign(`${answer.value.url}?back=/b/${link}`);
    else if (answer.value.state === 'declined') {
      attempt.current = newKey();
      setProblem(`Your bank said no: ${declineReason(answer.value.code)}. The old sum stays.`);
    }
    await reload();
    setBusy(false);
  };
  return (
    <section className={`${pay.box} ${own.anew}`} aria-label="Agree to what has changed">
      <b>Please agree to what has changed</b>
      <ul>
        {asked.sentences.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
      <p className={pay.consent}>{asked.consent}</p>
      <MainButton busy={busy} problem={problem} press={() => void agree()}>
        I agree
      </MainButton>
      <p className={pay.consent}>Until then it stays as it was.</p>
    </section>
  );
}

/** The right to withdraw by law: what it does comes first, and it is done at once. */
function Withdraw({
  link,
  withdraw,
  reload,
}: Omit<OnPage, 'view'> & { readonly withdraw: NonNullable<ClientView['withdraw']> }) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const send = async (): Promise<void> => {
    setBusy(true);
    const answer = await call(withdrawByLaw, { link });
    if (!answer.ok) setProblem(sentence(answer.problem));
    await reload();
    setBusy(false);
  };
  return (
    <details className={styles.more}>
      <summary>Withdraw from the contract</summary>
      <p>By law you can until {withdraw.until}, without a reason.</p>
      <ul>
        {withdraw.sentences.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
      {problem && <p role="alert">{problem}</p>}
      <button type="button" className={own.plain} disabled={busy} onClick={() => void send()}>
        Withdraw now
      </button>
    </details>
  );
}
