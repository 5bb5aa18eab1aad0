import { BillPart } from '#islands/clients/billing/BillPart';
import { priceInAll } from '#core/wording/priceInAll';
import { creditOnCheckout, voucherOnCheckout } from '#contracts/routes/checkout';
import { call } from '#islands/api';
import type { CheckoutView } from '#contracts/checkout/views';
import { dateOf } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { sum } from '#core/money/minor';
import { clockOf, longWall } from '#core/wording/days';
import { declineReason } from '#core/wording/declines';
import { Countdown } from '#islands/checkout/Countdown';
import { PayCart } from '#islands/checkout/PayCart';
import { useCheckout } from '#islands/checkout/useCheckout';
import { Unanswered } from '#islands/payments/Unanswered';
import { BusinessHead, faceStyle } from '#islands/clientPage/BusinessHead';
import { OwnCredit } from '#islands/payments/OwnCredit';
import { Voucher } from '#islands/payments/Voucher';
import { Steps } from '#islands/clientPage/Steps';
import page from '#islands/clientPage/ClientPage.module.css';
import pay from '#islands/payments/Pay.module.css';
import styles from './Book.module.css';

type Props = { readonly pageKey: string; readonly view: CheckoutView };

/** The payment of what was put together: how long the places are kept, one sum, one button; then what happens when. */
export default function CheckoutPage({ pageKey, view: given }: Props) {
  const { view, reload } = useCheckout(pageKey, given);
  const { items, currency } = view;
  const today = localDate(view.now, view.timeZone);
  return (
    <div className={page.page} style={faceStyle(view.business)}>
      <BusinessHead business={view.business} />
      <main className={page.main}>
        <Doing pageKey={pageKey} view={view} reload={reload} />
        {items.map((item) => (
          <section key={item.number} className={styles.item}>
            <h2>{item.title}</h2>
            <p className={page.when}>
              {longWall(item.start, today)} to{' '}
              {dateOf(item.end) === dateOf(item.start) ? clockOf(item.end) : longWall(item.end, today)}
            </p>
            {!view.gone && <Steps steps={item.steps} currency={currency} />}
            <dl className={page.total}>
              <dt>{priceInAll(item.taxed)}</dt>
              <dd>{formatMoney(item.total, currency)}</dd>
            </dl>
            <details className={page.more}>
              <summary>If you cancel</summary>
              <ul>
                {item.cancellation.map((sentence) => (
                  <li key={sentence}>{sentence}</li>
                ))}
              </ul>
            </details>
            {view.next === 'done' && !view.gone && (
              <p>
                <a href={item.page}>Everything about this booking</a>
              </p>
            )}
            <p className={page.number}>
              {item.number} · for {view.clientName}
            </p>
          </section>
        ))}
        {!view.gone && <BillPart of="checkout" link={pageKey} bill={view.bill} />}
      </main>
    </div>
  );
}

function Doing({ pageKey, view, reload }: Props & { readonly reload: () => Promise<void> }) {
  const { currency, next } = view;
  if (view.gone)
    return (
      <section className={page.note} data-tone="gone" role="status">
        <b>The place was given back</b>
        <p>
          The payment did not come in time, so nothing is booked; whatever came too late goes back.{' '}
          <a href="/book">Choose a time again</a>
        </p>
      </section>
    );
  if (next === 'done') return <Done view={view} />;
  if (view.unanswered) return <Unanswered amount={view.unanswered.amount} currency={currency} reload={reload} />;
  return (
    <section className={pay.box} aria-label={next === 'card' ? 'Give a card' : 'Pay'}>
      <p className={pay.label}>{labels[next]}</p>
      {next !== 'card' && <p className={pay.sum}>{formatMoney(view.dueNow, currency)}</p>}
      {view.keptUntil && <Countdown until={view.keptUntil} now={view.now} over={reload} />}
      {view.declined && (
        <p className={pay.declined} role="alert">
          The card was refused: {declineReason(view.declined)}. Nothing was taken. You can try again or use another
          card.
        </p>
      )}
      <PayCart pageKey={pageKey} view={view} reload={reload} />
      {next === 'pay' && view.credit > 0 && (
        <OwnCredit
          send={(attempt) => call(creditOnCheckout, { key: pageKey, attempt })}
          credit={view.credit}
          outstanding={view.everything?.amount ?? view.dueNow}
          currency={currency}
          reload={reload}
        />
      )}
      {next === 'pay' && view.offered.ways.includes('voucher') && (
        <Voucher
          currency={currency}
          send={(given) => call(voucherOnCheckout, { key: pageKey, ...given })}
          reload={reload}
        />
      )}
    </section>
  );
}

const labels = {
  pay: 'Due now',
  reserve: 'Reserved now, taken only if we say yes',
  card: 'A card secures your booking',
} as const;

function Done({ view: { items, clientEmail, business, currency, onTheWay } }: { readonly view: CheckoutView }) {
  const asked = items.some(({ stage }) => stage === 'enquiry');
  const unconfirmed = !asked && items.some(({ confirm }) => confirm === 'client');
  const received = sum(items.map((item) => item.received));
  return (
    <section className={page.note} role="status">
      <b>
        {asked
          ? 'Your request is on its way'
          : unconfirmed
            ? 'One step more'
            : onTheWay > 0
              ? 'Thank you, your payment is on its way'
              : 'You are booked, thank you'}
      </b>
      <p>
        {asked && `${business.name} answers by message to ${clientEmail}. The place is kept until then.`}
        {unconfirmed &&
          `Open the message that we sent to ${clientEmail} and confirm there. The place is kept until then.`}
        {!asked && !unconfirmed && (
          <>
            {received > 0 && `${formatMoney(received, currency)} has come in. `}
            {onTheWay > 0
              ? `${formatMoney(onTheWay, currency)} is being collected from your bank account; the place is kept until it arrives, and we confirm it then to ${clientEmail}.`
              : `A confirmation is on its way to ${clientEmail}.`}
            {items.map(
              ({ number, thanks, nextPage }) =>
                (thanks || nextPage) && (
                  <span key={number}>
                    {' '}
                    {thanks} {nextPage && <a href={nextPage}>Go on to {business.name}</a>}
                  </span>
                ),
            )}
          </>
        )}
      </p>
    </section>
  );
}
