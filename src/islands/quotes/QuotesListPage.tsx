import type { SentTo } from '#contracts/routes/route';
import { createQuote, quotesList } from '#contracts/routes/quotes';
import type { QuoteLine, QuotesView } from '#contracts/quotes/views';
import type { QuotesQuery } from '#contracts/quotes/quotesQuery';
import type { Shell } from '#contracts/bookings/views';
import { addSeconds } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { formatAmount } from '#core/money/formatMoney';
import { quoteStates } from '#core/quotes/standing';
import { distance, longDate, longMoment } from '#core/wording/days';
import { quoteStateWords } from '#core/wording/quoteWords';
import { read } from '#islands/api';
import { quoteWantWords } from '#islands/format/quoteWants';
import { manyWords } from '#islands/format/countWords';
import { PageHead } from '#islands/parts/PageHead';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useReady } from '#islands/parts/useReady';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, Menu, NativeSelect, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { IconPlus, IconSearch } from '@tabler/icons-react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import list from '#islands/parts/List.module.css';
import styles from './Quotes.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: QuotesView; readonly query: QuotesQuery };

export default function QuotesListPage({ shell, path, view, query }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <PageHead title="Quotes" sub="What was offered, and how far it has got.">
        <Button component="a" variant="default" href="/quote-templates">
          Templates and agreements
        </Button>
        <NewQuote templates={view.templates} />
      </PageHead>
      <List given={view} first={query} />
    </OwnerShell>
  );
}

function NewQuote({ templates }: Pick<QuotesView, 'templates'>) {
  const create = useRoute(createQuote);
  const ready = useReady();
  const make = async (from: SentTo<typeof createQuote>['from']): Promise<void> => {
    const made = await create.run({ requestKey: create.requestKey(), from });
    if (made) location.assign(`/quotes/${made.number}`);
  };
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <Button leftSection={<IconPlus size={17} aria-hidden />} loading={create.busy} disabled={!ready}>
            New quote
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {templates.map(({ id, name }) => (
            <Menu.Item key={id} onClick={() => void make({ template: id })}>
              {name}
            </Menu.Item>
          ))}
          {templates.length > 0 && <Menu.Divider />}
          <Menu.Item onClick={() => void make(null)}>From nothing</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      <Problem problem={create.problem} currency="EUR" />
    </>
  );
}

function List({ given, first }: { readonly given: QuotesView; readonly first: QuotesQuery }) {
  const [query, setQuery] = useState(first);
  const [asked] = useDebouncedValue(query, 200);
  const { data: view } = useQuery({
    queryKey: ['quotes', asked],
    queryFn: () => read(quotesList, asked),
    ...(asked === first ? { initialData: given } : {}),
    placeholderData: keepPreviousData,
    refetchInterval: 10_000,
  });
  const count = (state: keyof QuotesView['counts']): string => {
    const found = view?.counts[state] ?? 0;
    return found > 0 ? ` (${manyWords(found)})` : '';
  };
  return (
    <>
      <div className={styles.filters}>
        <TextInput
          aria-label="Find a quote"
          placeholder="Client, title, number or reference"
          leftSection={<IconSearch size={16} aria-hidden />}
          value={query.search}
          onChange={(event) => setQuery({ ...query, search: event.currentTarget.value })}
        />
        <NativeSelect
          aria-label="State"
          value={query.state}
          data={[
            { value: 'open', label: 'under way' },
            { value: 'all', label: 'all' },
            ...quoteStates.map((state) => ({ value: state, label: `${quoteStateWords[state]}${count(state)}` })),
          ]}
          onChange={(event) => setQuery({ ...query, state: event.currentTarget.value as QuotesQuery['state'] })}
        />
      </div>
      {view && view.quotes.length === 0 ? (
        <p className={styles.empty}>
          {query.search === '' && query.state === 'open'
            ? 'No quote is under way. A new one takes about two minutes from a template.'
            : 'No quote is like that.'}
        </p>
      ) : (
        <Rows quotes={view?.quotes ?? []} />
      )}
      {view?.more && <p className={styles.empty}>There are more; search to find them.</p>}
    </>
  );
}

const Rows = ({ quotes }: Pick<QuotesView, 'quotes'>) => (
  <table className={`${list.list} ${styles.rows}`}>
    <thead>
      <tr>
        <th>Client and what is offered</th>
        <th>State</th>
        <th>Until</th>
        <th className={styles.right}>In all</th>
      </tr>
    </thead>
    <tbody>
      {quotes.map((quote) => (
        <Row key={quote.id} quote={quote} />
      ))}
    </tbody>
  </table>
);

function Row({ quote }: { readonly quote: QuoteLine }) {
  const { zone, today, business } = useShell();
  const { number, client, title, state, wants, expiresAt, total, currency, touchedAt, bookingNumber } = quote;
  // The day that a midnight ends.
  const lastDay = (at: typeof touchedAt) => localDate(addSeconds(at, -1), zone);
  const open = state === 'sent' || state === 'opened';
  return (
    <tr>
      <td>
        <a href={`/quotes/${number}`}>{client || 'nobody yet'}</a>
        <p>
          {title || 'nothing yet'} · {number}
        </p>
      </td>
      <td>
        <span className={wants ? styles.wants : styles.state}>
          {wants ? quoteWantWords[wants].short : quoteStateWords[state]}
        </span>
        <p>
          {bookingNumber ? (
            <a href={`/bookings/${bookingNumber}`}>{bookingNumber}</a>
          ) : (
            longMoment(touchedAt, zone, today)
          )}
        </p>
      </td>
      <td className="num">
        {expiresAt && (open || state === 'expired') && (
          <>
            {longDate(lastDay(expiresAt), today)}
            <p>{distance(lastDay(expiresAt), today)}</p>
          </>
        )}
      </td>
      <td className={`${styles.right} num`}>
        {total !== null && currency && (
          <b>
            {currency !== business.currency && `${currency} `}
            {formatAmount(total, currency)}
          </b>
        )}
      </td>
    </tr>
  );
}
