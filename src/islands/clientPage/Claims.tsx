import type { ClaimOnPage } from '#contracts/claims/afterViews';
import type { ClientView } from '#contracts/clientPage/views';
import { answerClaim } from '#contracts/routes/clientPage';
import type { CodeOf } from '#contracts/routes/route';
import { formatMoney } from '#core/money/formatMoney';
import { parseAmount } from '#core/money/parseAmount';
import { claimStateForClient, claimTitles } from '#core/wording/claimWords';
import { call, type ProblemOf } from '#islands/api';
import { harmless, sayWith, type Sentences } from '#islands/format/say';
import own from '#islands/clientPage/Own.module.css';
import pay from '#islands/payments/Pay.module.css';
import styles from '#islands/clientPage/Claims.module.css';
import { type SubmitEvent, useState } from 'react';

type OnPage = { readonly link: string; readonly view: ClientView; readonly reload: () => Promise<void> };
type Code = CodeOf<typeof answerClaim>;

const sentences: Sentences<Code> = {
  booking_not_found: 'This booking is no longer there.',
  link_unknown: 'This link opens nothing any more.',
  link_expired: 'This link has expired.',
  device_unknown: 'Please confirm this device first, with the code that we send to you.',
  claim_unknown: 'This is not claimed any more.',
  claim_settled: 'This is settled already.',
  claim_changed: 'What is claimed has changed meanwhile. Please read it once more.',
  answered_before: 'You answered this before.',
};
const sentence = sayWith<Code>(sentences, harmless('Nothing is answered yet', 'try again'));

/** What is claimed after the service, each with its pictures, and the client's answer to it. */
export function Claims({ link, view, reload }: OnPage) {
  return (
    <section aria-label="Claims">
      <h2>What is claimed</h2>
      {view.claims.map((claim) => (
        <Claim key={claim.id} link={link} claim={claim} currency={view.currency} reload={reload} />
      ))}
    </section>
  );
}

function Claim({
  link,
  claim,
  currency,
  reload,
}: {
  readonly link: string;
  readonly claim: ClaimOnPage;
  readonly currency: string;
  readonly reload: () => Promise<void>;
}) {
  const [objecting, setObjecting] = useState(false);
  const [note, setNote] = useState('');
  const [instead, setInstead] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ProblemOf<typeof answerClaim> | null>(null);
  const sum = formatMoney(claim.amount, currency);
  const would = instead.trim() === '' ? undefined : parseAmount(instead, currency);
  const answer = async (accept: boolean): Promise<void> => {
    if (busy) return;
    setBusy(true);
    const agreesTo = !accept && would ? { agreesTo: would } : {};
    const said = await call(answerClaim, {
      link,
      claimId: claim.id,
      accept,
      seen: claim.amount,
      note: accept ? '' : note,
      ...agreesTo,
    });
    setBusy(false);
    if (said.ok) return reload();
    setProblem(said.problem);
  };
  const object = (event: SubmitEvent): void => {
    event.preventDefault();
    if (note.trim() !== '' && would !== null) void answer(false);
  };
  return (
    <article className={styles.claim} data-state={claim.state}>
      <header>
        <div>
          <b>{claim.reason}</b>
          <span>{claimTitles[claim.what]}</span>
        </div>
        <b className="num">{sum}</b>
      </header>
      {claim.restsOn && <p>{claim.restsOn}</p>}
      {claim.pictures.length > 0 && (
        <ul className={styles.pictures}>
          {claim.pictures.map(({ fileId, taken }, index) => (
            <li key={fileId}>
              <a href={`/f/${fileId}`}>
                <img src={`/f/${fileId}`} alt={`${claim.reason}, ${index + 1}`} loading="lazy" />
              </a>
              {taken && <span>{taken}</span>}
            </li>
          ))}
        </ul>
      )}
      {claim.note && <p className={styles.said}>You said: {claim.note}</p>}
      {claim.decided !== null && <p className={styles.said}>We decided. {claim.decided}</p>}
      {claim.mayAnswer ? (
        <>
          <p className={styles.until}>Please answer until {claim.answerBy}. Until then nothing is taken.</p>
          {!objecting ? (
            <div className={styles.buttons}>
              <button type="button" className={pay.button} disabled={busy} onClick={() => void answer(true)}>
                Accept {sum}
              </button>
              <button type="button" className={own.plain} disabled={busy} onClick={() => setObjecting(true)}>
                I object
              </button>
            </div>
          ) : (
            <form className={own.asking} onSubmit={object} noValidate>
              <label>
                Why not
                <textarea
                  rows={4}
                  maxLength={2000}
                  value={note}
                  autoFocus
                  onChange={(event) => setNote(event.currentTarget.value)}
                />
              </label>
              <label>
                What you would pay instead, if anything
                <input
                  inputMode="decimal"
                  placeholder="0.00"
                  value={instead}
                  aria-invalid={would === null}
                  onChange={(event) => setInstead(event.currentTarget.value)}
                />
              </label>
              {would === null && <p role="alert">Please write a sum, such as 40.00.</p>}
              <div className={styles.buttons}>
                <button type="submit" className={pay.button} disabled={busy || note.trim() === ''}>
                  Send my objection
                </button>
                <button type="button" className={own.plain} onClick={() => setObjecting(false)}>
                  Not now
                </button>
              </div>
            </form>
          )}
        </>
      ) : (
        <p className={styles.until}>{claimStateForClient[claim.state]}.</p>
      )}
      {problem && <p role="alert">{sentence(problem)}</p>}
    </article>
  );
}
