import { payCheckout } from '#contracts/routes/checkout/payCheckout';
import type { CheckoutView } from '#contracts/bookViews';
import { formatMoney } from '#core/money/formatMoney';
import { type Minor, sum, zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { PayWays } from '#islands/ClientPage/PayWays';
import { Tip } from '#islands/ClientPage/Tip';
import { payProblem } from '#islands/ClientPage/payProblem';
import { useReady } from '#islands/parts/useReady';
import { useCardPayment } from '#islands/ClientPage/useCardPayment';
import { call } from '#islands/api';
import { useState } from 'react';
import page from '../ClientPage/ClientPage.module.css';

type Props = { readonly pageKey: string; readonly view: CheckoutView; readonly reload: () => Promise<void> };

/** How much, a tip where one is taken, the card's own frame, one button. A try keeps its key until it is answered. */
export function PayCart({ pageKey, view, reload }: Props) {
  const { currency, next, everything } = view;
  const [all, setAll] = useState(everything?.preset ?? false);
  const [tip, setTip] = useState('');
  const ready = useReady();
  const tipped: Minor | null = tip.trim() === '' ? zero : parseAmount(tip, currency);
  const chosen = all && everything ? everything.amount : view.dueNow;
  const {
    frame,
    pay,
    busy,
    problem,
    chosen: way,
    choose,
  } = useCardPayment({
    offered: view.offered,
    back: `/book/pay/${pageKey}`,
    send: ({ key, card, account }) =>
      call(payCheckout, {
        ...{ key: pageKey, attempt: key, card, account },
        ...{ everything: all, tip: tipped, seen: chosen },
      }),
    words: (fault) => payProblem(fault, currency),
    done: reload,
  });

  const cardFee = all && everything ? view.fee.everything : view.fee.due;
  const fee = way?.way === 'card' ? cardFee : zero;
  const charged = sum([chosen, fee, tipped ?? zero]);
  const label =
    next === 'card' ? 'Keep this card' : `${next === 'reserve' ? 'Reserve' : 'Pay'} ${formatMoney(charged, currency)}`;

  if (view.waiting)
    return (
      <a className={page.button} href={`${view.waiting.url}?back=${encodeURIComponent(`/book/pay/${pageKey}`)}`}>
        Confirm with your bank
      </a>
    );
  if (!way)
    return (
      <p className={page.consent}>
        This cannot be paid online at present. Write to {view.business.email}; the place is kept for the time shown.
      </p>
    );
  return (
    <div className={page.pay}>
      {everything && (
        <fieldset className={page.choices}>
          <legend className="visually-hidden">How much to pay now</legend>
          <label className={page.choice}>
            <input type="radio" name="sum" checked={!all} onChange={() => setAll(false)} />
            <span>What is due now, {formatMoney(view.dueNow, currency)}</span>
          </label>
          <label className={page.choice}>
            <input type="radio" name="sum" checked={all} onChange={() => setAll(true)} />
            <span>
              Everything, {formatMoney(everything.amount, currency)}
              {everything.saves > 0 && <b>, {formatMoney(everything.saves, currency)} less</b>}
            </span>
          </label>
        </fieldset>
      )}
      {view.tip && <Tip base={chosen} currency={currency} typed={tip} wrong={tipped === null} set={setTip} />}
      <PayWays offered={view.offered} chosen={way} choose={choose} frame={frame} />
      {fee > 0 && <p className={page.consent}>{formatMoney(fee, currency)} is added for paying by card.</p>}
      <p className={page.consent}>{way.consent}</p>
      {problem && (
        <p className={page.declined} role="alert">
          {problem}
        </p>
      )}
      <button
        type="button"
        className={page.button}
        onClick={() => tipped !== null && void pay()}
        aria-busy={busy}
        disabled={busy || !ready}
      >
        {busy ? 'One moment…' : label}
      </button>
    </div>
  );
}
