import { bookingsList } from '#contracts/routes/bookings';
import {
  type BookingSort,
  type BookingsQuery,
  type BookingsView,
  mostCounted,
  type Shell,
} from '#contracts/bookings/views';
import { manyWords } from '#islands/format/countWords';
import { read } from '#islands/api';
import { BookingsHead } from '#islands/bookings/list/BookingsHead';
import { faceAddress, listPart } from '#islands/bookings/list/faces';
import { BookingRow } from '#islands/bookings/list/BookingRow';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { Button, Pagination } from '@mantine/core';
import { IconArrowDown, IconArrowUp } from '@tabler/icons-react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import styles from './BookingsPage.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: BookingsView };

export default function BookingsPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Bookings given={view} />
    </OwnerShell>
  );
}

const columns: readonly { sort: BookingSort | null; label: string; right?: boolean }[] = [
  { sort: 'client', label: 'Client and booking' },
  { sort: 'start', label: 'Service' },
  { sort: null, label: 'State' },
  { sort: null, label: 'Money' },
  { sort: 'total', label: 'Agreed', right: true },
  { sort: 'outstanding', label: 'To pay', right: true },
  { sort: 'next', label: 'Next', right: true },
];

/** The list is where its address says: search, filter, sort and page survive reload, back and a copied link. */
function Bookings({ given }: { readonly given: BookingsView }) {
  const [query, setQuery] = useState<BookingsQuery>(given.query);
  const change = (part: Partial<BookingsQuery>): void => setQuery((before) => ({ ...before, page: 0, ...part }));
  useEffect(() => history.replaceState(null, '', faceAddress('list', query, listPart(query))), [query]);
  const { data, isPlaceholderData, isError } = useQuery({
    queryKey: ['bookings', query],
    queryFn: () => read(bookingsList, { ...query, descending: query.descending ? '1' : '0' }),
    placeholderData: keepPreviousData,
    ...(query === given.query ? { initialData: given } : {}),
  });
  const view = data ?? given;
  const pages = Math.ceil(Math.min(view.found, mostCounted) / view.pageSize);
  const sortBy = (sort: BookingSort): void =>
    change({ sort, descending: query.sort === sort ? !query.descending : false });
  const [cleared, setCleared] = useState(0);
  const clear = (): void => {
    setCleared(cleared + 1);
    change({ search: '', stage: 'all' });
  };
  return (
    <>
      <BookingsHead key={cleared} face="list" narrowed={query} counts={view.counts} change={change} />
      {isError && (
        <p role="alert" className={styles.error}>
          The list could not be read. What you see may be old; it is tried again when you change something.
        </p>
      )}
      <div className={isPlaceholderData ? styles.loading : undefined}>
        <table className={styles.table}>
          <caption className="visually-hidden">Bookings with their money</caption>
          <thead>
            <tr>
              {columns.map(({ sort, label, right }) => (
                <th
                  key={label}
                  scope="col"
                  className={right ? styles.right : undefined}
                  aria-sort={sort === query.sort ? (query.descending ? 'descending' : 'ascending') : undefined}
                >
                  {sort ? (
                    <button type="button" onClick={() => sortBy(sort)} className={styles.sort}>
                      {label}
                      {sort === query.sort &&
                        (query.descending ? (
                          <IconArrowDown size={13} aria-hidden />
                        ) : (
                          <IconArrowUp size={13} aria-hidden />
                        ))}
                    </button>
                  ) : (
                    label
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {view.lines.map((line) => (
              <BookingRow key={line.id} line={line} />
            ))}
          </tbody>
        </table>
        {view.lines.length === 0 && (
          <div className={styles.empty}>
            <p>
              {(view.counts.all ?? 0) === 0 && query.search === '' ? 'There is no booking yet.' : 'No booking fits.'}
            </p>
            {query.search !== '' || query.stage !== 'all' ? (
              <Button variant="default" onClick={clear}>
                Show all bookings
              </Button>
            ) : (
              <Button component="a" href="/bookings/new">
                Make the first one
              </Button>
            )}
          </div>
        )}
      </div>
      <div className={styles.foot}>
        <span className="num">
          {view.found === 1 ? '1 booking' : `${manyWords(view.found)} bookings`}
          {view.found > mostCounted && '; sorted the other way, the last of them come first'}
        </span>
        {pages > 1 && (
          <Pagination
            total={pages}
            value={query.page + 1}
            onChange={(page) => change({ page: page - 1 })}
            getControlProps={(control) => ({ 'aria-label': `${control} page` })}
          />
        )}
      </div>
    </>
  );
}
