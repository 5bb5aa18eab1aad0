import { askPayer } from '#contracts/routes/clientPage';
import { newKey, call } from '#islands/api';
import { payProblem } from '#islands/payments/payProblem';
import { useReady } from '#islands/parts/useReady';
import { useRef, useState } from 'react';
import styles from '#islands/clientPage/Own.module.css';

/** The bill goes to somebody else: by message, or as a link to pass on. Their page shows only what a payer needs. */
export function SomebodyElse({ link }: { readonly link: string }) {
  const [address, setAddress] = useState('');
  const [url, setUrl] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const attempt = useRef(newKey());
  const ready = useReady();
  const ask = async (to: string | null): Promise<void> => {
    if (busy) return;
    setBusy(true);
    setSaid(null);
    const answer = await call(askPayer, { link, attempt: attempt.current, to });
    setBusy(false);
    if (!answer.ok) {
      const { code } = answer.problem;
      return setSaid(code === 'invalid_input' ? 'That is not an e-mail address.' : payProblem(answer.problem));
    }
    attempt.current = newKey();
    if (answer.value.url) setUrl(answer.value.url);
    else setSaid(`Sent to ${to}.`);
  };
  return (
    <details className={styles.payer}>
      <summary>Somebody else pays</summary>
      <p>They see what is to be paid, and nothing else of your booking.</p>
      <label>
        Their e-mail address
        <input
          type="email"
          value={address}
          maxLength={254}
          onChange={(event) => setAddress(event.currentTarget.value)}
        />
      </label>
      <div>
        <button
          type="button"
          disabled={!ready || busy || address.trim() === ''}
          onClick={() => void ask(address.trim())}
        >
          Send the bill
        </button>
        <button type="button" disabled={!ready || busy} onClick={() => void ask(null)}>
          Make a link
        </button>
      </div>
      {url && (
        <input aria-label="Link for the payer" readOnly value={url} onFocus={(event) => event.currentTarget.select()} />
      )}
      {said && <p role="status">{said}</p>}
    </details>
  );
}
