import type { JournalEntryView, JournalPageView } from '#contracts/books/views';
import { journalPage } from '#contracts/routes/books';
import type { Shell } from '#contracts/bookings/views';
import { accountCalled, type AccountNames } from '#core/books/accountNames';
import { isPlainDate } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { fullDate, shortDate } from '#core/wording/days';
import { read } from '#islands/api';
import { JournalHead } from '#islands/books/JournalHead';
import { DayField } from '#islands/parts/DayField';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, Menu, NativeSelect, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { IconDownload } from '@tabler/icons-react';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styles from './Journal.module.css';

export type JournalAsked = {
  readonly text: string;
  readonly account: string;
  readonly from: string;
  readonly until: string;
};
type Props = {
  readonly shell: Shell;
  readonly path: string;
  readonly view: JournalPageView;
  readonly asked: JournalAsked;
};

export default function JournalPage({ shell, path, view, asked }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Journal given={view} asked={asked} />
    </OwnerShell>
  );
}

const formats = [
  ['hledger', 'hledger'],
  ['beancount', 'beancount'],
  ['csv', 'Spreadsheet (CSV)'],
  ['json', 'JSON, an entry a line'],
] as const;

const known = ({ text, account, from, until }: JournalAsked) => ({
  ...(text.trim() ? { text: text.trim() } : {}),
  ...(account ? { account } : {}),
  ...(isPlainDate(from) ? { from } : {}),
  ...(isPlainDate(until) ? { until } : {}),
});

function Journal({ given, asked }: { readonly given: JournalPageView; readonly asked: JournalAsked }) {
  const [wanted, setWanted] = useState<JournalAsked>(asked);
  const [settled] = useDebouncedValue(wanted, 200);
  const query = known(settled);
  const set = (part: Partial<JournalAsked>): void => setWanted((before) => ({ ...before, ...part }));
  const { data, isError, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['journal', query],
    queryFn: ({ pageParam }) => read(journalPage, { ...query, ...pageParam }),
    initialPageParam: {},
    getNextPageParam: ({ next }) => next,
    ...(settled === asked ? { initialData: { pages: [given], pageParams: [{}] } } : {}),
  });
  const entries = data?.pages.flatMap((page) => page.entries) ?? [];
  const names = given.accountNames;
  const period = new URLSearchParams({
    ...(query.from ? { from: query.from } : {}),
    ...(query.until ? { until: query.until } : {}),
  });
  return (
    <>
      <JournalHead face="/journal" sub="Every movement of money as a balanced entry: debits left, credits right.">
        <Menu position="bottom-end">
          <Menu.Target>
            <Button variant="default" leftSection={<IconDownload size={16} aria-hidden />}>
              Hand out
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Label>{query.from || query.until ? 'The entries of these days' : 'All entries'}</Menu.Label>
            {formats.map(([format, label]) => (
              <Menu.Item key={format} component="a" href={`/journal/export.${format}?${period}`}>
                {label}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      </JournalHead>
      <div className={styles.tools}>
        <TextInput
          label="Booking, document, client or words"
          value={wanted.text}
          onChange={(event) => set({ text: event.currentTarget.value })}
        />
        <NativeSelect
          label="Account"
          value={wanted.account}
          onChange={(event) => set({ account: event.currentTarget.value })}
          data={[
            { value: '', label: 'All accounts' },
            ...given.accounts.map((account) => ({ value: account, label: accountCalled(account, names) })),
          ]}
        />
        <DayField label="From" value={wanted.from} onChange={(from) => set({ from })} />
        <DayField label="Until" value={wanted.until} onChange={(until) => set({ until })} />
      </div>
      {given.closedUntil && <p className={styles.closed}>Closed up to {fullDate(given.closedUntil)}.</p>}
      {isError && (
        <p role="alert" className={styles.closed}>
          The journal could not be read. It is tried again when you change something.
        </p>
      )}
      {entries.length === 0 && !isError && <p className={styles.none}>No entry is like that.</p>}
      <ol className={styles.entries} aria-label="Entries">
        {entries.map((entry) => (
          <Entry key={entry.seq} entry={entry} names={names} pick={(account) => set({ account })} />
        ))}
      </ol>
      {hasNextPage && (
        <Button variant="default" mt="md" loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          Earlier entries
        </Button>
      )}
    </>
  );
}

function Entry({
  entry,
  names,
  pick,
}: {
  readonly entry: JournalEntryView;
  readonly names: AccountNames;
  readonly pick: (account: string) => void;
}) {
  const { today, zone } = useShell();
  const { seq, day, at, description, booking, client, about, factSeq, currency, lines } = entry;
  const happened = localDate(at, zone);
  return (
    <li id={`entry-${seq}`}>
      <div className={styles.what}>
        <b>{description}</b>
        <span>
          {shortDate(day, today)}
          {happened !== day && `, of ${shortDate(happened, today)}`} · no. {seq}
        </span>
        {booking ? (
          <span>
            <a href={`/bookings/${booking}${factSeq ? `#fact-${factSeq}` : ''}`}>{booking}</a> {client}
          </span>
        ) : (
          about && (/^P-\d+$/.test(about) ? <a href={`/credit#${about}`}>{about}</a> : <span>{about}</span>)
        )}
      </div>
      <table>
        <tbody>
          {lines.map(({ account, amount, taxCode }, index) => (
            <tr key={index}>
              <td>
                <button type="button" onClick={() => pick(account)}>
                  {accountCalled(account, names)}
                </button>
                {taxCode && <span> {taxCode}</span>}
              </td>
              <td className="num">{amount > 0 ? formatMoney(amount, currency) : ''}</td>
              <td className="num">{amount < 0 ? formatMoney(minor(0 - amount), currency) : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </li>
  );
}
