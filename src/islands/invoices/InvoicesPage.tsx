import type { DocumentsView } from '#contracts/invoices/views';
import { documentsView } from '#contracts/routes/invoices';
import type { Shell } from '#contracts/bookings/views';
import { formatMoney } from '#core/money/formatMoney';
import { shortDate } from '#core/wording/days';
import { documentTitle } from '#core/wording/documentWords';
import { read } from '#islands/api';
import { DocumentMenu, DocumentStateWords } from '#islands/invoices/DocumentRow';
import { Missing } from '#islands/invoices/Missing';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, SegmentedControl, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { IconSearch } from '@tabler/icons-react';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import list from '../parts/List.module.css';
import styles from './Invoices.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: DocumentsView };

export default function InvoicesPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Invoices given={view} />
    </OwnerShell>
  );
}

const kinds = [
  { value: 'all', label: 'All' },
  { value: 'open', label: 'To be paid' },
  { value: 'final', label: 'Invoices' },
  { value: 'account', label: 'On account' },
  { value: 'credit', label: 'Credit notes' },
] as const;
type Kind = (typeof kinds)[number]['value'];

function Invoices({ given }: { readonly given: DocumentsView }) {
  const { today } = useShell();
  const [kind, setKind] = useState<Kind>('all');
  const [search, setSearch] = useState('');
  const [sought] = useDebouncedValue(search, 200);
  const plain = kind === 'all' && sought === '';
  const { data, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['documents', kind, sought],
    queryFn: ({ pageParam }) =>
      read(documentsView, { kind, search: sought, ...(pageParam === null ? {} : { after: String(pageParam) }) }),
    initialPageParam: null as number | null,
    getNextPageParam: ({ next }) => next,
    ...(plain ? { initialData: { pages: [given], pageParams: [null] } } : {}),
  });
  const first = data?.pages[0] ?? given;
  const documents = data?.pages.flatMap((page) => page.documents) ?? [];
  return (
    <>
      <PageHead
        title="Invoices"
        sub={
          first.byThemselves ? (
            'Issued by themselves as services are delivered; what was issued is never changed, only taken back.'
          ) : (
            <>
              They are issued by hand from a booking. <a href="/set-up/documents">Have them issued by themselves</a>
            </>
          )
        }
      >
        {first.owed.map(({ currency, open, overdue }) => (
          <div key={currency} className={styles.owed}>
            <span>To be paid</span>
            <b className="t-due">{formatMoney(open, currency)}</b>
            {overdue > 0 && <small className="t-late">{formatMoney(overdue, currency)} overdue</small>}
          </div>
        ))}
      </PageHead>
      {first.held.length > 0 && (
        <section aria-label="Could not be issued" className={styles.held}>
          <h2>Could not be issued</h2>
          <ul>
            {first.held.map(({ number, path, client, title, missing }) => (
              <li key={number}>
                <a href={path}>
                  {number} · {client.name}
                </a>{' '}
                <span>{title}</span>
                <Missing missing={missing} client={client.id} />
              </li>
            ))}
          </ul>
        </section>
      )}
      <div className={styles.tools}>
        <SegmentedControl
          aria-label="Which documents"
          value={kind}
          onChange={(value) => setKind(value as Kind)}
          data={[...kinds]}
        />
        <TextInput
          aria-label="Find a document"
          placeholder="Number, client, booking"
          leftSection={<IconSearch size={16} aria-hidden />}
          value={search}
          onChange={(event) => setSearch(event.currentTarget.value)}
        />
      </div>
      {documents.length === 0 ? (
        <p className={styles.none}>{plain ? 'No document was issued yet.' : 'No document is like that.'}</p>
      ) : (
        <table className={list.list}>
          <caption className="visually-hidden">Invoices and credit notes</caption>
          <thead>
            <tr>
              <th scope="col">Number</th>
              <th scope="col">Day</th>
              <th scope="col">Client and booking</th>
              <th scope="col">State</th>
              <th scope="col" className={styles.right}>
                Sum
              </th>
              <th scope="col">
                <span className="visually-hidden">More</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {documents.map((document) => (
              <tr key={document.number}>
                <td className={styles.number}>
                  <a href={`/documents/${document.number}.pdf`}>{document.number}</a>
                  <span>{documentTitle[document.kind]}</span>
                </td>
                <td>{shortDate(document.day, today)}</td>
                <td className={styles.number}>
                  <a href={`/clients/${document.client.id}`}>{document.client.name}</a>
                  <span>
                    {document.booking && <a href={`/bookings/${document.booking}`}>{document.booking}</a>}
                    {document.request && <a href={`/credit#${document.request}`}>{document.request}</a>}{' '}
                    {document.title}
                  </span>
                </td>
                <td>
                  <DocumentStateWords document={document} />
                </td>
                <td className={`num ${styles.right}`}>{formatMoney(document.total, document.currency)}</td>
                <td className={styles.more}>
                  <DocumentMenu document={document} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {hasNextPage && (
        <Button variant="default" mt="md" loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          Earlier ones
        </Button>
      )}
    </>
  );
}
