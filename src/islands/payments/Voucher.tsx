import type { creditOnCheckout, voucherOnCheckout } from '#contracts/routes/checkout';
import type { useCredit, useVoucher } from '#contracts/routes/clientPage';
import type { CodeOf } from '#contracts/routes/route';
import { formatMoney } from '#core/money/formatMoney';
import { type AnswerOf, newKey } from '#islands/api';
import { harmless, sayWith, type Sentences } from '#islands/format/say';
import { useReady } from '#islands/parts/useReady';
import { useRef, useState } from 'react';
import book from '../checkout/Book.module.css';
import styles from '#islands/clientPage/ClientPage.module.css';
import own from '#islands/clientPage/Own.module.css';
import pay from '#islands/payments/Pay.module.css';

type Props = {
  readonly currency: string;
  readonly send: (given: { readonly attempt: string; readonly code: string }) => Promise<UseAnswer>;
  readonly reload: () => Promise<void>;
};

export type UseAnswer = AnswerOf<
  typeof useVoucher | typeof useCredit | typeof voucherOnCheckout | typeof creditOnCheckout
>;
type UseCode = CodeOf<typeof useVoucher | typeof useCredit | typeof voucherOnCheckout | typeof creditOnCheckout>;

const sentences: Sentences<UseCode> = {
  voucher_of_another: 'This voucher is for something else.',
  voucher_of_trial: 'This voucher was bought in a trial, and is worth nothing.',
  voucher_unknown: 'There is no voucher with this code. Look at it again.',
  voucher_expired: 'This voucher has expired. Write to us.',
  voucher_empty: 'Nothing is left on this voucher.',
  voucher_currency: 'This voucher is in another currency.',
  too_many_tries: 'Too many codes were tried. Wait a quarter of an hour.',
  nothing_to_pay_with_it: 'There is nothing to pay any more.',
  payment_under_way: 'A payment is under way; wait for it first.',
  no_credit: 'There is no credit to use any more.',
  attempt_changed: 'Another code was tried with this button. Reload the page, and try again.',
  way_not_offered: 'This way to pay is not offered any more.',
  booking_not_found: 'This booking is no longer there.',
  link_unknown: 'This link is no longer valid. Ask for a new one.',
  link_expired: 'This link has expired. Ask for a new one.',
  device_unknown: 'This device is not confirmed for this page any more. Open the link again.',
};
export const useProblem = sayWith(sentences, harmless('Nothing was used twice', 'try again'));

/** A gift voucher's code: used as far as it reaches, the rest stays on it. */
export function Voucher({ currency, send, reload }: Props) {
  const [code, setCode] = useState('');
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<{ readonly wrong: boolean; readonly text: string } | null>(null);
  const attempt = useRef(newKey());
  const ready = useReady();
  const use = async (): Promise<void> => {
    setBusy(true);
    const answer = await send({ attempt: attempt.current, code });
    setBusy(false);
    if (!answer.ok) return setSaid({ wrong: true, text: useProblem(answer.problem, currency) });
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
      <div className={own.asking}>
        <label className={book.field}>
          Its code
          <input
            value={code}
            autoComplete="off"
            autoCapitalize="characters"
            maxLength={40}
            disabled={!ready}
            aria-invalid={said?.wrong ?? false}
            onChange={(event) => setCode(event.currentTarget.value)}
          />
        </label>
        {said && (
          <p className={said.wrong ? pay.declined : pay.consent} role={said.wrong ? 'alert' : 'status'}>
            {said.text}
          </p>
        )}
        <button
          type="button"
          className={own.plain}
          disabled={busy || code.trim().length < 8}
          onClick={() => void use()}
        >
          Pay with it
        </button>
      </div>
    </details>
  );
}
