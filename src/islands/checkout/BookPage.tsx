import type { BookPageView, OpenService } from '#contracts/checkout/views';
import { formatMoney } from '#core/money/formatMoney';
import { type CartItem, priced, type PricedItem, sumsOf } from '#islands/checkout/cart';
import { Chooser } from '#islands/checkout/Chooser';
import { Details } from '#islands/checkout/Details';
import { useKept } from '#islands/checkout/useKept';
import { BusinessHead, faceStyle } from '#islands/clientPage/BusinessHead';
import { useReady } from '#islands/parts/useReady';
import { unitInAll } from '#core/catalogue/askedPrice';
import { basisWords } from '#islands/bookings/newBooking/priceWords';
import { useState } from 'react';
import page from '#islands/clientPage/ClientPage.module.css';
import pay from '#islands/payments/Pay.module.css';
import styles from './Book.module.css';

type Props = { readonly view: BookPageView; readonly framed: boolean };

const kinds = [
  ['event', 'Evenings'],
  ['appointment', 'By appointment'],
  ['rental', 'To rent'],
  ['project', 'Projects'],
] as const;

/** What can be booked, then who books it and what is paid when. What was put together stays over a reload. */
export default function BookPage({ view, framed }: Props) {
  const [items, setItems] = useKept<readonly CartItem[]>('cart', []);
  const [open, setOpen] = useState<string | null>(null);
  const [paying, setPaying] = useState(false);
  const ready = useReady();
  const cart = items.flatMap((item): PricedItem[] => asList(priced(view, item)));
  const currency = cart[0]?.service.currency ?? view.services[0]!.currency;
  const add = (item: CartItem): void => {
    setItems([...items, item]);
    setOpen(null);
    setPaying(true);
    scrollTo({ top: 0 });
  };
  const offered = (service: OpenService): boolean => cart.length === 0 || service.currency === currency;
  return (
    <div className={page.page} style={faceStyle(view.business)}>
      <BusinessHead business={view.business} />
      <main className={page.main}>
        {view.stopped ? (
          <section className={page.note} role="status">
            <b>Booking here is closed for the moment</b>
            <p>
              Write to <a href={`mailto:${view.business.email}`}>{view.business.email}</a>; what is booked already stays
              booked.
            </p>
          </section>
        ) : paying && cart.length > 0 ? (
          <Details
            view={view}
            cart={cart}
            framed={framed}
            remove={(id) => setItems(items.filter((item) => item.id !== id))}
            more={() => setPaying(false)}
            emptied={() => setItems([])}
          />
        ) : (
          <>
            {view.business.picture && <img className={page.banner} src={`/f/${view.business.picture}`} alt="" />}
            <h1>{cart.length > 0 ? 'What else would you like?' : 'What would you like to book?'}</h1>
            {view.note && <p className={styles.included}>{view.note}</p>}
            {headings(view.services.filter(offered)).map(([title, services]) => (
              <section key={title}>
                <h2>{title}</h2>
                <ul className={styles.services}>
                  {services.map((service) => (
                    <li key={service.id} data-open={open === service.id}>
                      <button
                        type="button"
                        className={styles.service}
                        aria-expanded={open === service.id}
                        disabled={!ready}
                        onClick={() => setOpen(open === service.id ? null : service.id)}
                      >
                        {service.onPage.picture && <img src={`/f/${service.onPage.picture}`} alt="" loading="lazy" />}
                        <span>
                          <b>{service.name}</b>
                          {service.onPage.about && <small>{service.onPage.about}</small>}
                          {confirmWords[service.rules.confirm] && <small>{confirmWords[service.rules.confirm]}</small>}
                        </span>
                        <span className={styles.price}>
                          {formatMoney(unitInAll(service, service.unitPrice, view.rates), service.currency)}
                          {service.basis !== 'fixed' && <small>for one {basisWords[service.basis][0]}</small>}
                        </span>
                      </button>
                      {open === service.id && <Chooser view={view} service={service} add={add} />}
                    </li>
                  ))}
                </ul>
              </section>
            ))}
            {view.vouchers && cart.length === 0 && (
              <p className={styles.gift}>
                <a href="/book/voucher" target={framed ? '_top' : undefined}>
                  Give a voucher
                </a>
              </p>
            )}
            {cart.length > 0 && (
              <div className={styles.bar}>
                <span>
                  {cart.length === 1 ? cart[0]!.title : `${cart.length} bookings`}
                  <b>{formatMoney(sumsOf(cart).total, currency)}</b>
                </span>
                <button type="button" className={pay.button} onClick={() => setPaying(true)}>
                  Go on with these
                </button>
              </div>
            )}
          </>
        )}
      </main>
    </div>
  );
}

/** Under the business's own headings, in their alphabet, then those of their kinds. */
function headings(services: readonly OpenService[]): [title: string, services: OpenService[]][] {
  const own = [...new Set(services.flatMap(({ group }) => group || []))].sort();
  return [...own.map((group) => [group, group] as const), ...kinds]
    .map(([of, title]): [string, OpenService[]] => [
      title,
      services.filter(({ group, kind }) => (group || kind) === of),
    ])
    .filter(([, under]) => under.length > 0);
}

const asList = (item: PricedItem | null): PricedItem[] => (item ? [item] : []);

const confirmWords = {
  payment: null,
  client: 'booked when you confirm our message',
  owner: 'on request; we answer',
} as const;
