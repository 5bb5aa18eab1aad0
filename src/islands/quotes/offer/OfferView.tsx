import { waiverWords } from '#core/wording/waiverWords';
import type { TextBlock } from '#core/agreements/agreement';
import type { BookingState } from '#core/bookings/bookingState';
import { dateOf } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import type { QuoteBlock } from '#core/quotes/draft';
import type { Filled } from '#core/quotes/facts';
import type { Choice, Offer, OfferedExtra } from '#core/quotes/offer';
import { agreementText, priceRows } from '#core/quotes/signedDocument';
import { clientSteps } from '#core/wording/clientSteps';
import { clockOf, longDate, longUntil, longWall } from '#core/wording/days';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { Steps } from '#islands/clientPage/Steps';
import { FillFields } from '#islands/quotes/offer/FillFields';
import { TextBlocks } from '#islands/quotes/offer/TextBlocks';
import type { ReactNode } from 'react';
import client from '#islands/clientPage/ClientPage.module.css';
import styles from './Offer.module.css';

export type OfferProps = {
  readonly offer: Offer;
  readonly bookingState: BookingState;
  readonly number: string;
  readonly businessName: string;
  readonly choice: Choice;
  readonly filled: Filled;
  /** Absent: what was chosen stands. */
  readonly choose?: ((choice: Choice) => void) | undefined;
  readonly fill?: ((filled: Filled) => void) | undefined;
  /** What is wrong with a field, by its id. */
  readonly faults?: Readonly<Record<string, string>>;
  /** Where the signature stands. */
  readonly signature?: ReactNode;
  /** The document that was signed, where that is what is read. */
  readonly signedText?: readonly TextBlock[] | undefined;
};

/** An offer as its client reads it, in the order that the owner gave its blocks; every figure from the core. */
export function OfferView(props: OfferProps) {
  const { offer, bookingState } = props;
  const { start, end, timeZone, expiresAt, note } = offer;
  const today = localDate(bookingState.asOf, timeZone);
  const sameDay = dateOf(start) === dateOf(end);
  return (
    <>
      <h1>{offer.title}</h1>
      <p className={client.when}>
        {sameDay
          ? `${longDate(dateOf(start), today)}, ${clockOf(start)} to ${clockOf(end)}`
          : `${longWall(start, today)} to ${longWall(end, today)}`}
      </p>
      {note !== '' && (
        <div className={styles.note}>
          {note.split(/\n\s*\n/).map((paragraph, index) => (
            <p key={index}>{paragraph}</p>
          ))}
        </div>
      )}
      {expiresAt && bookingState.asOf < expiresAt && (
        <p className={styles.until}>The offer stands until {longUntil(expiresAt, timeZone, today)}.</p>
      )}
      {offer.blocks.map((block) => (
        <Block key={block.id} block={block} {...props} />
      ))}
      {offer.attachments.length > 0 && (
        <ul className={styles.files}>
          {offer.attachments.map(({ file, name }) => (
            <li key={file}>
              <a href={`/f/${file}`}>{name}</a>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function Block({ block, ...props }: OfferProps & { readonly block: QuoteBlock }) {
  const { offer, bookingState, choice } = props;
  switch (block.kind) {
    case 'heading':
      return block.text.trim() === '' ? null : <h2>{block.text}</h2>;
    case 'text':
      return (
        <div className={styles.text}>
          {block.text
            .split(/\n\s*\n/)
            .filter(Boolean)
            .map((paragraph, index) => (
              <p key={index}>{paragraph}</p>
            ))}
        </div>
      );
    case 'picture':
      return block.file === '' ? null : (
        <img className={styles.picture} src={`/f/${block.file}`} alt={block.text} loading="lazy" />
      );
    case 'included':
      return offer.included === '' ? null : (
        <section>
          <h2>What is included</h2>
          <p className={styles.text}>{offer.included}</p>
        </section>
      );
    case 'price':
      return <Price offer={offer} choice={choice} bookingState={bookingState} />;
    case 'extras':
      return offer.extras.length === 0 ? null : <Extras {...props} />;
    case 'plan':
      return <Plan bookingState={bookingState} />;
    case 'agreement':
      return <AgreementBlock {...props} />;
    case 'signature':
      return props.signature;
  }
}

const Price = ({ offer, choice, bookingState }: Pick<OfferProps, 'offer' | 'choice' | 'bookingState'>) => (
  <section>
    <h2>The price</h2>
    <table className={styles.price}>
      <tbody>
        {priceRows(offer, choice).map((row, index) => (
          <tr key={index}>
            <th scope="row">
              {row.label}
              {row.note && <span>{row.note}</span>}
            </th>
            <td className="num">{row.amount}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">In all</th>
          <td className="num">{formatMoney(bookingState.agreed.total, offer.currency)}</td>
        </tr>
      </tfoot>
    </table>
  </section>
);

function Extras({ offer, choice, choose }: OfferProps) {
  const count = (id: string): number => choice[id] ?? 0;
  return (
    <section>
      <h2>If you like</h2>
      <ul className={styles.extras}>
        {offer.extras.map((extra) => (
          <li key={extra.id}>
            <div>
              <b>{extra.label}</b>
              {extra.note && <span>{extra.note}</span>}
              {extra.waiver && <span>{waiverWords(extra.waiver, offer.currency)}</span>}
              <span className="num">
                {formatAmount(extra.unitPrice, offer.currency)}
                {extra.most > 1 && ' each'}
                {extra.least > 0 && `, at least ${extra.least}`}
              </span>
            </div>
            <Count
              extra={extra}
              count={count(extra.id)}
              set={choose && ((value) => choose({ ...choice, [extra.id]: value }))}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

type CountProps = {
  readonly extra: OfferedExtra;
  readonly count: number;
  readonly set: ((count: number) => void) | undefined;
};

/** One of it is ticked, several are counted; both within what the owner allows. */
function Count({ extra, count, set }: CountProps) {
  const { label, least, most } = extra;
  if (!set) return <span className={styles.fixed}>{count === 0 ? 'no' : most === 1 ? 'yes' : `${count} of them`}</span>;
  if (most === 1)
    return (
      <label className={styles.tick}>
        <input
          type="checkbox"
          checked={count === 1}
          disabled={least === 1}
          onChange={(event) => set(event.currentTarget.checked ? 1 : 0)}
        />
        <span className="visually-hidden">{label}</span>
      </label>
    );
  return (
    <div className={styles.count} role="group" aria-label={label}>
      <button type="button" aria-label={`One ${label} less`} disabled={count <= least} onClick={() => set(count - 1)}>
        −
      </button>
      <output aria-live="polite" className="num">
        {count}
      </output>
      <button type="button" aria-label={`One ${label} more`} disabled={count >= most} onClick={() => set(count + 1)}>
        +
      </button>
    </div>
  );
}

const Plan = ({ bookingState }: { readonly bookingState: BookingState }) => (
  <section>
    <h2>What happens when</h2>
    <Steps steps={clientSteps(bookingState)} currency={bookingState.agreed.currency} />
    <details className={client.more}>
      <summary>If you cancel</summary>
      <ul>
        {cancellationSentences(bookingState).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </details>
  </section>
);

function AgreementBlock({ offer, bookingState, number, businessName, filled, fill, faults, signedText }: OfferProps) {
  const { agreement } = offer;
  if (!agreement) return null;
  const blocks = signedText ?? agreementText(offer, { businessName, number }, bookingState, filled);
  return (
    <section>
      <h2>{agreement.name || 'Agreement'}</h2>
      <div className={styles.agreement} role="region" aria-label={agreement.name || 'Agreement'} tabIndex={0}>
        <TextBlocks blocks={blocks} />
      </div>
      {fill && agreement.fields.length > 0 && (
        <FillFields
          fields={agreement.fields}
          filled={filled}
          fill={fill}
          faults={faults ?? {}}
          today={localDate(bookingState.asOf, bookingState.agreed.timeZone)}
        />
      )}
    </section>
  );
}
