import type { ClientBookingsView } from '#contracts/clientPage/views';
import { formatMoney } from '#core/money/formatMoney';
import { BusinessHead, faceStyle } from '#islands/clientPage/BusinessHead';
import { ClientStrip } from '#islands/clientPage/ClientStrip';
import styles from '#islands/clientPage/ClientPage.module.css';
import own from '#islands/clientPage/Own.module.css';

type Line = ClientBookingsView['bookings'][number];

const words = {
  enquiry: 'asked for',
  waiting: 'not secured yet',
  secured: 'booked',
  inService: 'under way',
  toCloseOut: 'over',
  closed: 'over and settled',
  cancelled: 'cancelled',
  lapsed: 'given back',
} as const;

const money = ({ currency, dueNow, held, received, total, over }: Line): readonly string[] => [
  ...(dueNow > 0 ? [`${formatMoney(dueNow, currency)} due`] : []),
  ...(held > 0 ? [`${formatMoney(held, currency)} set aside on your card`] : []),
  ...(!over && dueNow === 0 ? [`${formatMoney(received, currency)} of ${formatMoney(total, currency)} paid`] : []),
];

/** One place for everything: what is to come first, with what is due on it. */
export default function AllBookings({ view }: { readonly view: ClientBookingsView }) {
  return (
    <div className={styles.page} style={faceStyle(view.business)}>
      <BusinessHead business={view.business} />
      <main className={styles.main}>
        <h1>Your bookings</h1>
        <p className={styles.when}>{view.clientName}</p>
        <ul className={own.bookings}>
          {view.bookings.map((line) => (
            <li key={line.number} data-over={line.over}>
              <a href={line.page}>
                <b>{line.title}</b>
                <span>{words[line.stage]}</span>
                <span>{line.when}</span>
                <span>{line.number}</span>
                {money(line).map((each) => (
                  <span key={each} className={line.dueNow > 0 ? own.due : undefined}>
                    {each}
                  </span>
                ))}
              </a>
              {!line.over && line.strip.segments.length > 0 && (
                <ClientStrip strip={line.strip} currency={line.currency} />
              )}
            </li>
          ))}
        </ul>
        <p>
          <a href="/book">Book something more</a>
        </p>
      </main>
    </div>
  );
}
