import { BillPart } from '#islands/clients/billing/BillPart';
import { priceInAll } from '#core/wording/priceInAll';
import { clientView, useCredit, useVoucher } from '#contracts/routes/clientPage';
import { call } from '#islands/api';
import type { ClientView } from '#contracts/clientPage/views';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { wayWords } from '#core/wording/wayWords';
import { declineReason } from '#core/wording/declines';
import { BusinessHead, faceStyle } from '#islands/clientPage/BusinessHead';
import { ClientStrip } from '#islands/clientPage/ClientStrip';
import { GiveCard, PayBooking } from '#islands/clientPage/PayBooking';
import { Papers } from '#islands/clientPage/Papers';
import { SomebodyElse } from '#islands/clientPage/SomebodyElse';
import { Steps } from '#islands/clientPage/Steps';
import { Unanswered } from '#islands/payments/Unanswered';
import { WaitingForBank } from '#islands/payments/WaitingForBank';
import { useView } from '#islands/parts/useView';
import { OwnCredit } from '#islands/payments/OwnCredit';
import { Voucher } from '#islands/payments/Voucher';
import { keptNow } from '#islands/clientPage/keptNow';
import { NoMore } from '#islands/clientPage/NoMore';
import { OwnCards } from '#islands/clientPage/OwnCards';
import { SayYes } from '#islands/clientPage/SayYes';
import { lazyComponent } from '#islands/parts/lazyComponent';
import styles from '#islands/clientPage/ClientPage.module.css';
import own from '#islands/clientPage/Own.module.css';
import pay from '#islands/payments/Pay.module.css';

/** Loaded only where it can be asked for. */
const AskChange = lazyComponent(() => import('#islands/clientPage/AskChange').then((part) => part.AskChange));
/** Loaded only where something comes after the booking: claims, a consent anew, the figures of its end. */
const Afterwards = lazyComponent(() => import('#islands/clientPage/Afterwards').then((part) => part.Afterwards));
/** Loaded only where there is something to sign. */
const SignChange = lazyComponent(() => import('#islands/clientPage/SignChange').then((part) => part.SignChange));

type Props = { readonly link: string; readonly view: ClientView };

/** One link, no password: what was agreed, the one thing to do now, then what happens when. */
export default function ClientPage({ link, view: given }: Props) {
  const { view, reload } = useView(clientView, { link }, given);
  const { business, currency } = view;
  return (
    <div className={styles.page} style={faceStyle(business)}>
      <BusinessHead business={business} />
      <main className={styles.main}>
        {business.picture && <img className={styles.banner} src={`/f/${business.picture}`} alt="" />}
        <h1>{view.title}</h1>
        <p className={styles.when}>{view.when}</p>
        {view.toSign && <SignChange link={link} view={view} reload={reload} />}
        <Doing link={link} view={view} reload={reload} />
        {(view.claims.length > 0 || view.agreeAnew || view.withdraw || view.figures.length > 1) && (
          <Afterwards link={link} view={view} reload={reload} />
        )}
        {!view.payer && (
          <>
            <h2>{view.awaited ? 'What happens after a yes' : 'What happens when'}</h2>
            <Steps steps={view.steps} currency={currency} />
          </>
        )}
        {view.settled.length > 0 && (
          <section aria-label="Claimed and given back">
            <h2>Claimed and given back</h2>
            <Steps steps={view.settled} currency={currency} />
          </section>
        )}
        <dl className={styles.total}>
          <dt>{view.payer ? 'To be paid in all' : priceInAll(view.taxed)}</dt>
          <dd>{formatMoney(view.total, currency)}</dd>
          {view.received > 0 && (
            <>
              <dt>Paid so far</dt>
              <dd>{formatMoney(view.received, currency)}</dd>
            </>
          )}
        </dl>
        {(view.included !== '' || view.lines.length > 0) && (
          <details className={styles.more}>
            <summary>What it is made of</summary>
            {view.included !== '' && <p>{view.included}</p>}
            {view.lines.length > 0 && (
              <ul className={styles.payments}>
                {view.lines.map((line, index) => (
                  <li key={index}>
                    <span>{line.label}</span>
                    <b className="num">{formatAmount(line.amount, currency)}</b>
                  </li>
                ))}
              </ul>
            )}
          </details>
        )}
        {view.cancellation.length > 0 && (
          <details className={styles.more}>
            <summary>If you cancel</summary>
            <ul>
              {view.cancellation.map((sentence) => (
                <li key={sentence}>{sentence}</li>
              ))}
            </ul>
          </details>
        )}
        {!view.payer && <Papers link={link} view={view} />}
        {!view.payer && <BillPart of="booking" link={link} bill={view.bill} />}
        {view.payments.length > 0 && (
          <details className={styles.more}>
            <summary>Your payments</summary>
            <ul className={styles.payments}>
              {view.payments.map((payment, index) => (
                <li key={index}>
                  <span>
                    {payment.when}, {payment.how} <a href={`/b/${link}/receipts/${index + 1}.pdf`}>receipt</a>
                  </span>
                  <b className="num">{formatAmount(payment.amount, currency)}</b>
                </li>
              ))}
            </ul>
          </details>
        )}
        {view.early && !view.waiting && offersCard(view) && (
          <details className={styles.more}>
            <summary>Pay something before its day</summary>
            <PayBooking link={link} view={view} reload={reload} early={view.early} />
          </details>
        )}
        {view.cardOffered && view.dueNow === 0 && !view.waiting && !view.cardWanted && (
          <details className={styles.more}>
            <summary>{view.card || view.holdCard ? 'What is kept, and changing it' : 'Give a card'}</summary>
            <p className={own.kept}>{keptNow(view)}</p>
            <OwnCards link={link} view={view} reload={reload} />
            <GiveCard link={link} view={view} reload={reload} />
            <NoMore link={link} view={view} reload={reload} />
          </details>
        )}
        {view.asking && <AskChange link={link} asking={view.asking} reload={reload} />}
        <p className={styles.number}>
          {view.number} · for {view.clientName}
          {!view.payer && (
            <>
              {' · '}
              <a href={`/b/${link}/all`}>All your bookings</a>
            </>
          )}
        </p>
      </main>
    </div>
  );
}

/** The one thing to do now, or that there is none. */
function Doing({ link, view, reload }: Props & { readonly reload: () => Promise<void> }) {
  const { currency, dueNow, stage } = view;
  if (stage === 'lapsed')
    return (
      <Note title="This place was given back">
        The payment that was to secure it did not come in time. Write to {view.business.email} if you still want it.
      </Note>
    );
  if (view.awaited?.from === 'client') return <SayYes link={link} view={view} reload={reload} />;
  if (view.awaited)
    return (
      <Note title="We have your request">
        {view.business.name} answers by {view.awaited.until}; until then the place is kept for you.
      </Note>
    );
  if (view.unanswered) return <Unanswered amount={view.unanswered.amount} currency={currency} reload={reload} />;
  if (view.waiting) return <WaitingForBank link={link} waiting={view.waiting} reload={reload} />;
  if (dueNow > 0) {
    return (
      <section className={pay.box} aria-label="Pay">
        <p className={view.late ? pay.lateLabel : pay.label}>{view.late ? 'Due, and late' : 'Due today'}</p>
        <p className={pay.sum}>{formatMoney(dueNow, currency)}</p>
        {view.strip.segments.length > 0 && <ClientStrip strip={view.strip} currency={currency} />}
        {view.lastDecline && (
          <p className={pay.declined} role="alert">
            {view.lastDecline.code.length > 2 ? 'Your bank said no' : 'The card was refused'}:{' '}
            {declineReason(view.lastDecline.code)}. Nothing was taken. You can try again or use another one.
          </p>
        )}
        {offersCard(view) && <PayBooking link={link} view={view} reload={reload} />}
        {view.credit > 0 && view.offered.ways.includes('credit') && (
          <OwnCredit
            send={(attempt) => call(useCredit, { link, attempt })}
            credit={view.credit}
            outstanding={view.outstanding}
            currency={currency}
            reload={reload}
          />
        )}
        {view.offered.ways.includes('voucher') && (
          <Voucher currency={currency} send={(given) => call(useVoucher, { link, ...given })} reload={reload} />
        )}
        {!view.payer && <SomebodyElse link={link} />}
        <OtherWays link={link} view={view} />
      </section>
    );
  }
  if (view.onTheWay) {
    const { amount, settles } = view.onTheWay;
    return (
      <Note title={`${formatMoney(amount, currency)} is on its way`}>
        It is being collected from your bank account and counts on {settles}.
        {stage === 'waiting' && ' Your place is kept until then.'}
      </Note>
    );
  }
  if (view.cardWanted) {
    return (
      <section className={pay.box} aria-label="Give a card">
        <p className={pay.label}>
          {view.cardWanted === 'hold' ? 'A card is needed for the hold' : 'A card on file secures your booking'}
        </p>
        {view.lastDecline && (
          <p className={pay.declined} role="alert">
            The card was refused: {declineReason(view.lastDecline.code)}.
          </p>
        )}
        <GiveCard link={link} view={view} reload={reload} />
      </section>
    );
  }
  if (view.payer && view.outstanding === 0)
    return <Note title="Thank you">There is nothing to pay for this booking any more.</Note>;
  if (stage === 'cancelled')
    return (
      <Note title="This booking is cancelled">
        {view.received > 0
          ? `${formatMoney(view.received, currency)} stays paid, as the terms below say.`
          : 'Nothing is kept.'}
      </Note>
    );
  if (stage === 'closed') return <Note title="Thank you for coming">Everything is settled.</Note>;
  if (view.claims.some(({ mayAnswer }) => mayAnswer))
    return <Note title="We ask for your answer">Something is claimed after your booking. Please read it below.</Note>;
  if (stage === 'waiting') return <Note title="Almost there">{view.business.name} confirms this booking.</Note>;
  return (
    <Note title={view.payer ? 'Thank you' : view.received > 0 ? 'You are booked, thank you' : 'You are booked'}>
      {view.received > 0 && `${formatMoney(view.received, currency)} has come in. `}
      {view.after?.thanks || 'There is nothing to do now.'}
      {view.after?.nextPage && (
        <>
          {' '}
          <a href={view.after.nextPage} rel="noreferrer">
            Go on to {view.business.name}
          </a>
        </>
      )}
    </Note>
  );
}

const offersCard = ({ offered }: ClientView): boolean => offered.online.length > 0;

/** The ways that are not paid on this page, with what to write on them; nothing where the terms name none. */
function OtherWays({ link, view }: { readonly link: string; readonly view: ClientView }) {
  const { ways, transferTo, transferCode } = view.offered;
  const others = ways.filter((way) => way === 'transfer' || way === 'cheque' || way === 'cash' || way === 'reader');
  if (others.length === 0) return null;
  return (
    <p className={pay.otherWays}>
      {offersCard(view) ? 'You can also pay by ' : 'Please pay by '}
      {others.map((way) => wayWords[way]).join(' or ')}; write {view.number} on it.
      {transferTo !== '' && <span className={pay.transferTo}>{transferTo}</span>}
      {transferCode && <img className={pay.code} src={`/b/${link}/transfer.svg`} alt="For your banking app" />}
    </p>
  );
}

const Note = ({ title, children }: { readonly title: string; readonly children: React.ReactNode }) => (
  <section className={styles.note} role="status">
    <b>{title}</b>
    <p>{children}</p>
  </section>
);
