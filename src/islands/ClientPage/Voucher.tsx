import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { type ApiProblem, newKey, post } from '#islands/api';
import { useRef, useState } from 'react';
import book from '../Book/Book.module.css';
import styles from './ClientPage.module.css';

type Props = {
  readonly currency: string;
  readonly path: string;
  /** What says whose it is: the link, or the checkout's key. */
  readonly about: object;
  readonly reload: () => Promise<void>;
};

const sentences: Readonly<Record<string, string>> = {
  voucher_unknown: 'There is no voucher with this code. Look at it again.',
  voucher_expired: 'This voucher has expired. Write to us.',
  voucher_empty: 'Nothing is left on this voucher.',
  voucher_currency: 'This voucher is in another currency.',
  too_many_tries: 'Too many codes were tried. Wait a quarter of an hour.',
  nothing_to_pay_with_it: 'There is nothing to pay any more.',
  payment_under_way: 'A payment is under way; wait for it first.',
  no_connection: 'There is no connection. Nothing was used; try again when it is back.',
};
export const voucherProblem = ({ code }: ApiProblem): string =>
  sentences[code] ?? 'That did not get through. Nothing was used twice; try again.';

/** A gift voucher's code: used as far as it reaches, the rest stays on it. */
export function Voucher({ currency, path, about, reload }: Props) {
  const [code, setCode] = useState('');
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<{ readonly wrong: boolean; readonly text: string } | null>(null);
  const attempt = useRef(newKey());
  const use = async (): Promise<void> => {
    setBusy(true);
    const answer = await post<{ used: Minor; left: Minor }>(path, { ...about, attempt: attempt.current, code });
    setBusy(false);
    if (!answer.ok) return setSaid({ wrong: true, text: voucherProblem(answer.problem) });
    attempt.current = newKey();
    const { used, left } = answer.value;
    const rest = left > 0 ? `; ${formatMoney(left, currency)} stays on it` : '';
    setSaid({ wrong: false, text: `${formatMoney(used, currency)} is paid by the voucher${rest}.` });
    setCode('');
    await reload();
  };
  return (
    <details className={styles.more}>
      <summary>I have a gift voucher</summary>
      <div className={styles.asking}>
        <label className={book.field}>
          Its code
          <input
            value={code}
            autoComplete="off"
            autoCapitalize="characters"
            maxLength={40}
            aria-invalid={said?.wrong ?? false}
            onChange={(event) => setCode(event.currentTarget.value)}
          />
        </label>
        {said && (
          <p className={said.wrong ? styles.declined : styles.consent} role={said.wrong ? 'alert' : 'status'}>
            {said.text}
          </p>
        )}
        <button
          type="button"
          className={styles.plain}
          disabled={busy || code.trim().length < 8}
          onClick={() => void use()}
        >
          Pay with it
        </button>
      </div>
    </details>
  );
}
