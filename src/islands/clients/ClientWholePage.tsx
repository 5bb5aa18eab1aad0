import type { ClientWhole } from '#contracts/clients/views';
import { clientWhole } from '#contracts/routes/clients';
import type { Shell } from '#contracts/bookings/views';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { sum } from '#core/money/minor';
import { fullDate, shortDate } from '#core/wording/days';
import { documentTitle } from '#core/wording/documentWords';
import { read } from '#islands/api';
import { BookingRow } from '#islands/bookings/list/BookingRow';
import { Requests } from '#islands/paymentRequests/Requests';
import { countryName } from '#islands/format/countries';
import { DocumentMenu, DocumentStateWords } from '#islands/invoices/DocumentRow';
import { OfMany } from '#islands/parts/OfMany';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { Button, Group } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import bookingsTable from '../bookings/list/BookingsPage.module.css';
import list from '../parts/List.module.css';
import styles from './Clients.module.css';

const ClientForm = lazyComponent(() => import('#islands/clients/ClientForm').then((part) => part.ClientForm));
const EraseClient = lazyComponent(() => import('#islands/clients/EraseClient').then((part) => part.EraseClient));

type Props = { readonly shell: Shell; readonly path: string; readonly view: ClientWhole };

export default function ClientWholePage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Client given={view} />
    </OwnerShell>
  );
}

const ways = { card: 'Card', debit: 'Bank account' } as const;

/** One client whole: who they are, what is agreed with them, what was issued and what is kept. */
function Client({ given }: { readonly given: ClientWhole }) {
  const { today, zone } = useShell();
  const [doing, setDoing] = useState<'edit' | 'erase' | null>(null);
  const { data: client } = useQuery({
    queryKey: ['client', given.id],
    queryFn: () => read(clientWhole, { id: given.id }),
    initialData: given,
  });
  const { name, email, phone, bill, bookings, requests, documents, kept, credit, erased } = client;
  const owing = [...new Set(bookings.map(({ currency }) => currency))]
    .map((currency) => ({
      currency,
      owed: sum(bookings.filter((line) => line.currency === currency).map(({ outstanding }) => outstanding)),
      late: sum(bookings.filter((line) => line.currency === currency).map(({ late }) => late)),
    }))
    .filter(({ owed }) => owed > 0);
  const address = [bill.street, `${bill.postcode} ${bill.city}`.trim(), countryName(bill.country)].filter(Boolean);
  return (
    <>
      <PageHead
        trail={<a href="/clients">Clients</a>}
        title={name}
        sub={
          <>
            {erased &&
              `Erased on ${fullDate(localDate(erased.at, zone))} by ${erased.by}: what was agreed and paid stays, and who they were is gone.`}
            {bill.company && <b>{bill.company} · </b>}
            {email && <a href={`mailto:${email}`}>{email}</a>}
            {phone && (
              <>
                {' · '}
                <a href={`tel:${phone}`}>{phone}</a>
              </>
            )}
          </>
        }
      >
        {owing.map(({ currency, owed, late }) => (
          <div key={currency} className={styles.figure}>
            <span>To pay</span>
            <b className={late > 0 ? 't-late' : 't-due'}>{formatMoney(owed, currency)}</b>
          </div>
        ))}
        {credit.map(({ currency, amount }) => (
          <div key={currency} className={styles.figure}>
            <span>Credit</span>
            <b className="t-received">{formatMoney(amount, currency)}</b>
          </div>
        ))}
        {!erased && (
          <Group gap={8}>
            <Button variant="default" onClick={() => setDoing('erase')}>
              Erase …
            </Button>
            <Button variant="default" onClick={() => setDoing('edit')}>
              Change
            </Button>
            <Button component="a" variant="default" href={`/credit/new?client=${client.id}`}>
              Ask for a payment
            </Button>
          </Group>
        )}
      </PageHead>
      {doing === 'edit' && <ClientForm client={client} close={() => setDoing(null)} />}
      {doing === 'erase' && <EraseClient client={client} close={() => setDoing(null)} />}
      <div className={styles.sides}>
        <section aria-label="For documents">
          <h2>For documents</h2>
          <dl>
            <dt>Address</dt>
            <dd>{address.length > 0 ? address.join(', ') : 'none yet'}</dd>
            <dt>Tax number</dt>
            <dd>
              {bill.taxNumber || 'none'}
              {bill.taxNumber && (bill.taxChecked ? `, checked on ${fullDate(bill.taxChecked)}` : ', not checked')}
            </dd>
            {bill.billTo && (
              <>
                <dt>Bills go to</dt>
                <dd>
                  {bill.billTo.name}, {bill.billTo.email}
                </dd>
              </>
            )}
            {bill.payer && (
              <>
                <dt>Paid by</dt>
                <dd>
                  {bill.payer.name}, {bill.payer.email}
                </dd>
              </>
            )}
          </dl>
        </section>
        <section aria-label="Kept on file">
          <h2>Kept on file</h2>
          {kept.length === 0 && <p className={styles.none}>No card or bank account.</p>}
          <ul>
            {kept.map(({ id, way, last4, at }) => (
              <li key={id}>
                {ways[way]} ending in {last4} <span>since {shortDate(localDate(at, zone), today)}</span>
              </li>
            ))}
          </ul>
        </section>
      </div>
      <section aria-label="Bookings" className={styles.part}>
        <h2>Bookings</h2>
        {bookings.length === 0 ? (
          <p className={styles.none}>No booking yet.</p>
        ) : (
          <table className={bookingsTable.table}>
            <caption className="visually-hidden">Bookings, the latest first</caption>
            <thead>
              <tr>
                {['Booking', 'Service', 'State', 'Money', 'Agreed', 'To pay', 'Next'].map((label, index) => (
                  <th key={label} scope="col" className={index > 3 ? bookingsTable.right : undefined}>
                    {label}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {bookings.map((line) => (
                <BookingRow key={line.id} line={{ ...line, client: line.title, title: '' }} />
              ))}
            </tbody>
          </table>
        )}
        <OfMany shown={bookings.length} all={client.allBookings} what="The newest" />
      </section>
      {requests.length > 0 && (
        <section aria-label="Requests" className={styles.part}>
          <h2>Requests</h2>
          <Requests requests={requests} />
        </section>
      )}
      <section aria-label="Invoices" className={styles.part}>
        <h2>Invoices</h2>
        {documents.length === 0 ? (
          <p className={styles.none}>No document was issued yet.</p>
        ) : (
          <table className={list.list}>
            <tbody>
              {documents.toReversed().map((document) => (
                <tr key={document.number}>
                  <td className={styles.who}>
                    <a href={`/documents/${document.number}.pdf`}>{document.number}</a>
                    <span>{documentTitle[document.kind]}</span>
                  </td>
                  <td>{shortDate(document.day, today)}</td>
                  <td>{document.title}</td>
                  <td>
                    <DocumentStateWords document={document} />
                  </td>
                  <td className={`num ${styles.right}`}>{formatMoney(document.total, document.currency)}</td>
                  <td className={styles.right}>
                    <DocumentMenu document={document} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
    </>
  );
}
