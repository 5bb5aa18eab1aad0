import type { ClientsView } from '#contracts/clients/views';
import { clientsView } from '#contracts/routes/clients';
import type { Shell } from '#contracts/bookings/views';
import { dateOf } from '#core/calendar/wallTime';
import { formatMoney } from '#core/money/formatMoney';
import { longDate } from '#core/wording/days';
import { read } from '#islands/api';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { IconSearch } from '@tabler/icons-react';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import list from '../parts/List.module.css';
import styles from './Clients.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: ClientsView };

export default function ClientsPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Clients given={view} />
    </OwnerShell>
  );
}

function Clients({ given }: { readonly given: ClientsView }) {
  const { today } = useShell();
  const [search, setSearch] = useState('');
  const [sought] = useDebouncedValue(search, 200);
  const { data, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['clients', sought],
    queryFn: ({ pageParam }) => read(clientsView, { search: sought, ...pageParam }),
    initialPageParam: {},
    getNextPageParam: ({ next }) => next,
    ...(sought === '' ? { initialData: { pages: [given], pageParams: [{}] } } : {}),
  });
  const clients = data?.pages.flatMap((page) => page.clients) ?? [];
  return (
    <>
      <PageHead title="Clients">
        <TextInput
          aria-label="Find a client"
          placeholder="Name, company, address, telephone, booking"
          leftSection={<IconSearch size={16} aria-hidden />}
          w={320}
          maw="100%"
          value={search}
          onChange={(event) => setSearch(event.currentTarget.value)}
        />
      </PageHead>
      {clients.length === 0 ? (
        <p className={styles.none}>
          {sought === '' ? 'Clients come with their first booking.' : 'Nobody is known by that.'}
        </p>
      ) : (
        <table className={list.list}>
          <caption className="visually-hidden">Clients by name</caption>
          <thead>
            <tr>
              <th scope="col">Client</th>
              <th scope="col">Next</th>
              <th scope="col" className={styles.right}>
                Bookings
              </th>
              <th scope="col" className={styles.right}>
                To pay
              </th>
            </tr>
          </thead>
          <tbody>
            {clients.map(({ id, name, company, email, phone, bookings, next, owed }) => (
              <tr key={id}>
                <td className={styles.who}>
                  <a href={`/clients/${id}`}>{name}</a>
                  <span>{[company, email, phone].filter(Boolean).join(' · ')}</span>
                </td>
                <td className={styles.who}>
                  {next ? (
                    <>
                      {longDate(dateOf(next.start), today)}
                      <span>
                        <a href={`/bookings/${next.number}`}>{next.title}</a>
                      </span>
                    </>
                  ) : (
                    <span>nothing to come</span>
                  )}
                </td>
                <td className={`num ${styles.right}`}>{bookings}</td>
                <td className={`num ${styles.right}`}>
                  {owed.length === 0 && '–'}
                  {owed.map(({ currency, amount, late }) => (
                    <div key={currency} className={late > 0 ? 't-late' : undefined}>
                      {formatMoney(amount, currency)}
                      {late > 0 && <span>{formatMoney(late, currency)} late</span>}
                    </div>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {hasNextPage && (
        <Button variant="default" mt="md" loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          More clients
        </Button>
      )}
    </>
  );
}
