import { BillPart } from '#islands/clients/billing/BillPart';
import { payRequest, requestView } from '#contracts/routes/clientPage';
import type { RequestPageView } from '#contracts/credit/views';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { least, type Minor, minor, zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { wayWords } from '#core/wording/wayWords';
import { TextField } from '#islands/checkout/TextField';
import { BusinessHead, faceStyle } from '#islands/clientPage/BusinessHead';
import { ConfirmWithBank } from '#islands/payments/ConfirmWithBank';
import { PayBox } from '#islands/payments/PayBox';
import { Tip } from '#islands/payments/Tip';
import { Unanswered } from '#islands/payments/Unanswered';
import { RequestSheet } from '#islands/paymentRequests/requestPage/RequestSheet';
import { useView } from '#islands/parts/useView';
import { call } from '#islands/api';
import { useState } from 'react';
import styles from '#islands/clientPage/ClientPage.module.css';
import sheet from '#islands/paymentRequests/requestPage/RequestSheet.module.css';
import payStyles from '#islands/payments/Pay.module.css';

type Props = { readonly link: string; readonly view: RequestPageView };

/** A payment that is asked for without a booking: what for, how much, one button. */
export default function RequestPage({ link, view: given }: Props) {
  const { view, reload } = useView(requestView, { link }, given);
  const { business, currency } = view;
  const open = view.state === 'open' || view.state === 'partly';
  return (
    <div className={styles.page} style={faceStyle(business)}>
      <BusinessHead business={business} />
      <main className={styles.main}>
        <h1>{view.note}</h1>
        <p className={styles.when}>
          {view.voucher ?? `${business.name} asks ${view.clientName} for a payment`}
          {!view.voucher && open && said(view)}
        </p>
        <RequestSheet {...view} />
        {view.state === 'partly' && (
          <p className={styles.when}>
            {formatMoney(view.paid, currency)} has come in; {formatMoney(view.left ?? zero, currency)} is still open.
          </p>
        )}
        {open && <Pay key={view.paid} link={link} view={view} reload={reload} />}
        {view.state === 'paid' && (
          <section className={styles.note} role="status">
            <b>Thank you</b>
            <p>
              {formatMoney(view.paid, currency)} has come in.{' '}
              {view.voucher ? 'The voucher is made.' : 'There is nothing more to do.'}
            </p>
          </section>
        )}
        {view.state === 'over' && (
          <section className={styles.note} data-tone="gone" role="status">
            <b>This is no longer asked for</b>
            <p>
              {view.voucher ? (
                <a href="/book/voucher">Order it again</a>
              ) : (
                `Write to ${business.email} if you still want to pay it.`
              )}
            </p>
          </section>
        )}
        {view.documents.length > 0 && (
          <ul className={sheet.papers}>
            {view.documents.map(({ number, what }) => (
              <li key={number}>
                <a href={`/r/${link}/documents/${number}.pdf`}>{what}</a>
              </li>
            ))}
          </ul>
        )}
        {/* What was issued stays as it is. */}
        {!view.voucher && view.state !== 'over' && view.documents.length === 0 && (
          <BillPart of="request" link={link} bill={view.bill} />
        )}
        <p className={styles.number}>{view.number}</p>
      </main>
    </div>
  );
}

/** Until when: the day on which it is due, and the moment after which it cannot be paid. */
function said({ due, until }: RequestPageView): string {
  const day = due ? (due.late ? `, due since ${due.day}` : `, by ${due.day}`) : '';
  return until === null ? day : `${day}, ${due ? 'at the latest ' : ''}by ${until}`;
}

function Pay({ link, view, reload }: Props & { readonly reload: () => Promise<void> }) {
  const { currency, left, smallest } = view;
  // What is left to be paid all at once; else the payer says how much of it, or how much at all.
  const whole = left !== null && (smallest === null || smallest >= left) ? left : null;
  const from = smallest ?? left ?? zero;
  const [typed, setTyped] = useState(formatAmount(left ?? from, currency));
  const [tip, setTip] = useState('');
  const [payer, setPayer] = useState('');
  const [tried, setTried] = useState(false);
  const amount = whole ?? parseAmount(typed, currency);
  const fits =
    amount !== null && amount > 0 && amount >= least(from, left ?? from) && (left === null || amount <= left);
  const tipped = tip.trim() === '' ? zero : parseAmount(tip, currency);
  const named = payer.trim() !== '';
  if (view.unanswered) return <Unanswered amount={view.unanswered.amount} currency={currency} reload={reload} />;
  if (view.waiting) return <ConfirmWithBank url={view.waiting.url} back={`/r/${link}`} />;
  if (view.onTheWay)
    return (
      <section className={styles.note} role="status">
        <b>{formatMoney(view.onTheWay.amount, currency)} is on its way</b>
        <p>It is being collected from your bank account and counts on {view.onTheWay.settles}.</p>
      </section>
    );
  if (view.offered.online.length === 0) return <OtherWays link={link} view={view} />;
  return (
    <section className={payStyles.box} aria-label="Pay">
      {whole !== null && <p className={payStyles.sum}>{formatMoney(whole, currency)}</p>}
      <PayBox
        offered={view.offered}
        currency={currency}
        back={`/r/${link}`}
        send={({ key: attempt, card, account }) =>
          call(payRequest, { link, attempt, card, account, amount, tip: tipped, payer })
        }
        done={reload}
        saysDecline
        label={() => `Pay ${formatMoney(minor((amount ?? zero) + (tipped ?? zero)), currency)}`}
        consent={({ consent }) => consent || 'Your card is charged this once and not kept.'}
        fits={() => {
          setTried(true);
          return fits && named && tipped !== null;
        }}
      >
        {whole === null && (
          <TextField
            label={`How much, in ${currency}`}
            inputMode="decimal"
            value={typed}
            wrong={fits ? null : wrongSum(view, from)}
            set={setTyped}
          />
        )}
        {view.tip && <Tip base={amount ?? zero} currency={currency} typed={tip} wrong={tipped === null} set={setTip} />}
        <TextField
          label="Your name"
          autoComplete="name"
          maxLength={120}
          value={payer}
          wrong={tried && !named ? `Your name is needed, so that ${view.business.name} knows who paid.` : null}
          set={setPayer}
        />
      </PayBox>
      <OtherWays link={link} view={view} />
    </section>
  );
}

function wrongSum({ left, currency }: RequestPageView, from: Minor): string {
  const sum = (amount: Minor): string => formatMoney(amount, currency);
  return left === null ? `A sum from ${sum(from)} on.` : `A sum from ${sum(least(from, left))} to ${sum(left)}.`;
}

/** What the request may be paid with besides this page. */
function OtherWays({ link, view }: { readonly link: string; readonly view: RequestPageView }) {
  const { ways, transferTo, transferCode, online } = view.offered;
  if (view.voucher) return null; // paid here or not at all
  const others = ways.filter((way) => way === 'transfer' || way === 'cheque' || way === 'cash' || way === 'reader');
  if (others.length === 0) return null;
  return (
    <p className={payStyles.otherWays}>
      {online.length > 0 ? 'You can also pay by ' : 'Please pay by '}
      {others.map((way) => wayWords[way]).join(' or ')}; write {view.number} on it.
      {transferTo !== '' && <span className={payStyles.transferTo}>{transferTo}</span>}
      {transferCode && <img className={payStyles.code} src={`/r/${link}/transfer.svg`} alt="For your banking app" />}
    </p>
  );
}
