import { payCheckout } from '#contracts/routes/checkout';
import type { CheckoutView } from '#contracts/checkout/views';
import { formatMoney } from '#core/money/formatMoney';
import { type Minor, sum, zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { call } from '#islands/api';
import { ConfirmWithBank } from '#islands/payments/ConfirmWithBank';
import { PayBox } from '#islands/payments/PayBox';
import { Tip } from '#islands/payments/Tip';
import { useState } from 'react';
import styles from '#islands/payments/Pay.module.css';

type Props = { readonly pageKey: string; readonly view: CheckoutView; readonly reload: () => Promise<void> };

/** A whole cart with one card: how much, a tip where one is taken. */
export function PayCart({ pageKey, view, reload }: Props) {
  const { currency, next, everything } = view;
  const [all, setAll] = useState(everything?.preset ?? false);
  const [tip, setTip] = useState('');
  const tipped: Minor | null = tip.trim() === '' ? zero : parseAmount(tip, currency);
  const chosen = all && everything ? everything.amount : view.dueNow;
  const cardFee = all && everything ? view.fee.everything : view.fee.due;
  const feeOf = (way: string): Minor => (way === 'card' ? cardFee : zero);
  const back = `/book/pay/${pageKey}`;
  if (view.waiting) return <ConfirmWithBank url={view.waiting.url} back={back} />;
  if (view.offered.online.length === 0)
    return (
      <p className={styles.consent}>
        This cannot be paid online at present. Write to {view.business.email}; the place is kept for the time shown.
      </p>
    );
  return (
    <PayBox
      offered={view.offered}
      currency={currency}
      back={back}
      send={({ key, card, account }) =>
        call(payCheckout, {
          key: pageKey,
          attempt: key,
          card,
          account,
          everything: all,
          tip: tipped,
          seen: chosen,
        })
      }
      done={reload}
      label={(way) =>
        next === 'card'
          ? 'Keep this card'
          : `${next === 'reserve' ? 'Reserve' : 'Pay'} ${formatMoney(sum([chosen, feeOf(way), tipped ?? zero]), currency)}`
      }
      fee={feeOf}
      consent={({ consent }) => consent}
      fits={() => tipped !== null}
    >
      {everything && (
        <fieldset className={styles.choices}>
          <legend className="visually-hidden">How much to pay now</legend>
          <label className={styles.choice}>
            <input type="radio" name="sum" checked={!all} onChange={() => setAll(false)} />
            <span>What is due now, {formatMoney(view.dueNow, currency)}</span>
          </label>
          <label className={styles.choice}>
            <input type="radio" name="sum" checked={all} onChange={() => setAll(true)} />
            <span>
              Everything, {formatMoney(everything.amount, currency)}
              {everything.saves > 0 && <b>, {formatMoney(everything.saves, currency)} less</b>}
            </span>
          </label>
        </fieldset>
      )}
      {view.tip && <Tip base={chosen} currency={currency} typed={tip} wrong={tipped === null} set={setTip} />}
    </PayBox>
  );
}
