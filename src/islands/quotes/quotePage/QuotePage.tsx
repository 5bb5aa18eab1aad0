import { BillPart } from '#islands/clients/billing/BillPart';
import type { Minor } from '#core/money/minor';
import type { QuotePageView } from '#contracts/quotes/views';
import { clientSignatory } from '#core/agreements/agreement';
import { formatMoney } from '#core/money/formatMoney';
import { signatoryName } from '#core/wording/quoteHistory';
import { signingConsent } from '#core/wording/consent';
import { BusinessHead, faceStyle } from '#islands/clientPage/BusinessHead';
import { OfferView } from '#islands/quotes/offer/OfferView';
import { SignatureBox } from '#islands/quotes/offer/SignatureBox';
import { useOffer } from '#islands/quotes/offer/useOffer';
import { AskAgain, Otherwise } from '#islands/quotes/quotePage/Otherwise';
import { useQuotePage } from '#islands/quotes/quotePage/useQuotePage';
import { MainButton } from '#islands/payments/MainButton';
import client from '#islands/clientPage/ClientPage.module.css';
import styles from './QuotePage.module.css';

type Props = { readonly link: string; readonly view: QuotePageView };

/** The offer, read and chosen from, filled in, signed and accepted in one go; it can be left and taken up again. */
export default function QuotePage({ link, view: given }: Props) {
  const page = useQuotePage(link, given);
  const { view, choice, filled, signature, faults, problem, busy } = page;
  const { offer, business, who, state, toSign, signed } = view;
  const bookingState = useOffer(offer, choice, view.now);
  const open = state === 'sent' || state === 'opened';
  const reader = who === clientSignatory;
  const choosing = open && reader;
  const signs = offer.agreement !== null && toSign.includes(who) && (choosing || (state === 'signing' && !reader));
  if (!bookingState) return <Gone view={view} link={link} reload={page.reload} />;
  const { dueNow } = bookingState.position;
  const consent = signingConsent(signed?.document.agreement ?? offer.agreement?.name ?? '', business.name);
  return (
    <div className={styles.page} style={faceStyle(business)}>
      <BusinessHead business={business} />
      <main className={client.main}>
        {business.picture && <img className={client.banner} src={`/f/${business.picture}`} alt="" />}
        {view.changes.length > 0 && open && (
          <section className={styles.changed} role="alert">
            <b>This offer has changed since you last read it</b>
            <ul>
              {view.changes.map((sentence) => (
                <li key={sentence}>{sentence}</li>
              ))}
            </ul>
          </section>
        )}
        <StateNote view={view} link={link} reload={page.reload} />
        <OfferView
          offer={offer}
          bookingState={bookingState}
          number={view.number}
          businessName={business.name}
          choice={choice}
          filled={filled}
          choose={choosing ? page.choose : undefined}
          fill={choosing ? page.fill : undefined}
          faults={faults}
          signedText={signed && !choosing ? signed.document.blocks : undefined}
          signature={
            signs && (
              <SignatureBox value={signature} change={page.sign} consent={consent} fault={faults.signature ?? null} />
            )
          }
        />
        {view.signatures.length > 0 && (
          <ul className={styles.signatures}>
            {view.signatures.map(({ signatory, name, when }) => (
              <li key={signatory}>
                Signed by {name}
                {signatory === 'business' && ` for ${business.name}`}, {when}
              </li>
            ))}
          </ul>
        )}
        {choosing && <BillPart of="quote" link={link} bill={view.bill} />}
        {choosing && (
          <section className={styles.accept} aria-label="Accept">
            <p>
              <span>In all</span>
              <b className="num">{formatMoney(bookingState.agreed.total, offer.currency)}</b>
            </p>
            <p>
              <span>Due when you accept</span>
              <b className="num">{formatMoney(dueNow, offer.currency)}</b>
            </p>
            <MainButton busy={busy} problem={problem} press={() => void page.accept(bookingState)}>
              {acceptWords(offer.agreement !== null, dueNow, offer.currency)}
            </MainButton>
          </section>
        )}
        {signs && !reader && (
          <section className={styles.accept} aria-label="Sign">
            <MainButton busy={busy} problem={problem} press={() => void page.signFurther()}>
              Sign
            </MainButton>
          </section>
        )}
        {choosing && <Otherwise view={view} link={link} reload={page.reload} />}
        <p className={client.number}>
          {view.number}
          {view.revision > 1 && `, version ${view.revision}`} · for {offer.clientName}
          {offer.reference && ` · ${offer.reference}`}
        </p>
      </main>
    </div>
  );
}

const acceptWords = (signs: boolean, dueNow: Minor, currency: string): string => {
  const verb = signs ? 'Sign' : 'Accept';
  const oblige = `${verb} with obligation to pay`;
  return dueNow > 0 ? `${oblige}, now ${formatMoney(dueNow, currency)}` : oblige;
};

/** Where it stands, when there is nothing to choose any more. */
function StateNote({ view, link, reload }: Props & { readonly reload: () => Promise<void> }) {
  const { state, business, toSign, offer, who, signed } = view;
  if (state === 'expired') return <AskAgain view={view} link={link} reload={reload} />;
  if (state === 'declined')
    return (
      <section className={client.note} role="status">
        <b>You have declined this offer</b>
        <p>Should you change your mind, write to {business.email}.</p>
      </section>
    );
  if (state === 'accepted')
    return (
      <section className={client.note} role="status">
        <b>{signed ? 'Everybody has signed' : 'This offer is accepted'}</b>
        {signed && (
          <p>
            <a href={`/q/${link}/agreement.pdf`}>Download what was signed</a>
          </p>
        )}
      </section>
    );
  if (state !== 'signing' || toSign.includes(who)) return null;
  const left = toSign.map((id) => signatoryName(id, offer, business.name)).join(' and ');
  return (
    <section className={client.note} role="status">
      <b>Thank you, it is signed</b>
      <p>
        It is booked as soon as {left} has signed too. <a href={`/q/${link}/agreement.pdf`}>Download what was signed</a>
      </p>
    </section>
  );
}

/** Dates have passed on which its plan stood. */
const Gone = ({ view, link, reload }: Props & { readonly reload: () => Promise<void> }) => (
  <div className={styles.page} style={faceStyle(view.business)}>
    <BusinessHead business={view.business} />
    <main className={client.main}>
      <h1>{view.offer.title}</h1>
      {view.state === 'expired' ? (
        <AskAgain view={view} link={link} reload={reload} />
      ) : (
        <section className={client.note} role="status">
          <b>This offer can no longer be accepted as it stands</b>
          <p>Its dates have passed. Write to {view.business.email}, and you will get it anew.</p>
        </section>
      )}
    </main>
  </div>
);
