import {
  type ReportCell,
  type ReportName,
  reportNames,
  type ReportTable,
  type ReportView,
} from '#contracts/books/views';
import { reportView } from '#contracts/routes/books';
import type { Shell } from '#contracts/bookings/views';
import { isPlainDate } from '#core/calendar/days';
import { formatMoney } from '#core/money/formatMoney';
import { read } from '#islands/api';
import { JournalHead } from '#islands/books/JournalHead';
import { DayField } from '#islands/parts/DayField';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { Button, Group, NativeSelect } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import styles from './Journal.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: ReportView };

export default function ReportsPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Reports given={view} />
    </OwnerShell>
  );
}

const labels: Readonly<Record<ReportName, string>> = {
  tax: 'Tax by code',
  revenue: 'Revenue by service and month',
  deposits: 'Deposits owed as service',
  receivables: 'Receivables by age',
  'house-accounts': 'House accounts',
  vouchers: 'Vouchers open',
  fees: 'Fees',
  tips: 'Tips',
};
/** What stands as it is now, whatever the period. */
const asOfNow: ReadonlySet<ReportName> = new Set<ReportName>(['receivables', 'house-accounts', 'vouchers']);

function Reports({ given }: { readonly given: ReportView }) {
  const [name, setName] = useState<ReportName>(given.name);
  const [from, setFrom] = useState<string>(given.from);
  const [until, setUntil] = useState<string>(given.until);
  const right = isPlainDate(from) && isPlainDate(until) && from <= until;
  const period = right ? { from, until } : { from: given.from, until: given.until };
  const { data = given } = useQuery({
    queryKey: ['report', name, period],
    queryFn: () => read(reportView, { name, ...period }),
    placeholderData: keepPreviousData,
    ...(name === given.name && period.from === given.from && period.until === given.until
      ? { initialData: given }
      : {}),
  });
  const query = new URLSearchParams(period);
  useEffect(() => history.replaceState(null, '', `/journal/reports?name=${name}&${query}`));
  return (
    <>
      <JournalHead face="/journal/reports" sub="Each with what it is made of.">
        <Group gap={8}>
          {(['csv', 'pdf'] as const).map((as) => (
            <Button
              key={as}
              component="a"
              variant="default"
              href={`/journal/reports/${name}.${as}?${query}`}
              leftSection={<IconDownload size={16} aria-hidden />}
            >
              {as.toUpperCase()}
            </Button>
          ))}
        </Group>
      </JournalHead>
      <div className={styles.tools}>
        <NativeSelect
          label="Report"
          value={name}
          onChange={(event) => setName(event.currentTarget.value as ReportName)}
          data={reportNames.map((value) => ({ value, label: labels[value] }))}
        />
        {!asOfNow.has(name) && (
          <>
            {name !== 'deposits' && <DayField label="From" value={from} onChange={setFrom} />}
            <DayField
              label={name === 'deposits' ? 'At the end of' : 'Until'}
              value={until}
              error={right ? null : 'a day, not before the first'}
              onChange={setUntil}
            />
          </>
        )}
      </div>
      {data.tables.map((table) => (
        <Table key={table.title} table={table} />
      ))}
    </>
  );
}

function Cell({ cell }: { readonly cell: ReportCell }) {
  if (typeof cell === 'string') return cell;
  if ('sum' in cell) return cell.sum === 0 ? '–' : formatMoney(cell.sum, cell.currency);
  return <a href={cell.path}>{cell.text}</a>;
}

const Rows = ({ rows, columns }: Pick<ReportTable, 'rows' | 'columns'>) =>
  rows.map((row, index) => (
    <tr key={index}>
      {row.map((cell, at) => (
        <td key={at} data-right={columns[at]!.right} className={columns[at]!.right ? 'num' : undefined}>
          <Cell cell={cell} />
        </td>
      ))}
    </tr>
  ));

function Table({ table: { title, says, columns, rows, sums } }: { readonly table: ReportTable }) {
  return (
    <section className={styles.report}>
      <h2>{title}</h2>
      <p>{says}</p>
      {rows.length === 0 ? (
        <p className={styles.none}>Nothing in this period.</p>
      ) : (
        <table className={styles.balances}>
          <caption className="visually-hidden">{title}</caption>
          <thead>
            <tr>
              {columns.map(({ label, right }) => (
                <th key={label} scope="col" data-right={right}>
                  {label}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <Rows rows={rows} columns={columns} />
          </tbody>
          <tfoot>
            <Rows rows={sums} columns={columns} />
          </tfoot>
        </table>
      )}
    </section>
  );
}
