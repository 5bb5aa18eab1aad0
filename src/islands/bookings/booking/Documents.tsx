import { issueDocument } from '#contracts/routes/invoices';
import type { BookingView } from '#contracts/bookings/views';
import { formatMoney } from '#core/money/formatMoney';
import { countryName } from '#islands/format/countries';
import { Requests } from '#islands/paymentRequests/Requests';
import { DocumentRow } from '#islands/invoices/DocumentRow';
import type { SumAsked } from '#islands/invoices/DocumentSumDialog';
import { Missing } from '#islands/invoices/Missing';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Group } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import styles from './BookingPage.module.css';

const DocumentSumDialog = lazyComponent(() =>
  import('#islands/invoices/DocumentSumDialog').then((part) => part.DocumentSumDialog),
);

const BookingBillDialog = lazyComponent(() =>
  import('#islands/bookings/booking/BookingBillDialog').then((part) => part.BookingBillDialog),
);

/** What was issued for a booking, and what can be issued now. */
export function Documents({ view }: { readonly view: BookingView }) {
  const { documents, requests, missing, final, onAccount, bill } = view.documents;
  const { currency } = view.agreed;
  const issue = useRoute(issueDocument);
  const [asked, setAsked] = useState<SumAsked | null>(null);
  const [billing, setBilling] = useState(false);
  const now = async (): Promise<void> => {
    const made = await issue.run({ bookingId: view.id, requestKey: issue.requestKey() });
    if (made) notifications.show({ message: `${made.numbers.join(', ')} issued.` });
  };
  const { company, street, postcode, city, country, taxNumber } = bill.data;
  const place = `${postcode} ${city}`.trim();
  const whom = [company || view.client.name, street, place, countryName(country), taxNumber].filter(Boolean);
  return (
    <>
      <div className={styles.about}>
        <b>For</b>
        <span>{whom.join(', ')}</span>
        <button type="button" className={styles.plain} onClick={() => setBilling(true)}>
          Change
        </button>
      </div>
      {documents.length === 0 && <p className={styles.none}>No invoice was issued yet.</p>}
      {documents.map((document) => (
        <DocumentRow
          key={document.number}
          document={document}
          credit={() =>
            setAsked({
              kind: 'credit',
              number: document.number,
              limit: document.left,
              whole: document.kind === 'final',
            })
          }
        />
      ))}
      <Missing missing={missing} client={view.client.id} />
      <Problem problem={issue.problem} currency={currency} />
      {(final || onAccount > 0) && (
        <Group gap={8} mt="sm">
          {final && (
            <Button size="compact-sm" loading={issue.busy} disabled={missing.length > 0} onClick={() => void now()}>
              Issue the invoice
            </Button>
          )}
          {onAccount > 0 && (
            <Button
              size="compact-sm"
              variant="default"
              disabled={missing.length > 0}
              onClick={() => setAsked({ kind: 'account', limit: onAccount })}
            >
              Invoice on account, up to {formatMoney(onAccount, currency)}
            </Button>
          )}
        </Group>
      )}
      <div className={styles.about}>
        <b>Asked for besides</b>
        <a href={`/credit/new?booking=${view.number}`}>Ask for a payment about it</a>
      </div>
      {requests.length > 0 && <Requests requests={requests} />}
      {billing && <BookingBillDialog view={view} close={() => setBilling(false)} />}
      {asked && (
        <DocumentSumDialog bookingId={view.id} currency={currency} asked={asked} close={() => setAsked(null)} />
      )}
    </>
  );
}
