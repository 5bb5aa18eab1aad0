import type { ReportCell, ReportTable } from '#contracts/books/views';
import { plainAmount } from '#server/formats/journalEntries';
import { harmlessCell } from '#server/formats/journalTables';
import { stringify } from 'csv-stringify/sync';

const text = (cell: ReportCell): string => {
  if (typeof cell === 'string') return harmlessCell(cell);
  return 'sum' in cell ? plainAmount(cell.sum, cell.currency) : harmlessCell(cell.text);
};
const currencyOf = (cells: readonly ReportCell[]): string => {
  const sum = cells.find((cell) => typeof cell === 'object' && 'sum' in cell);
  return typeof sum === 'object' && 'sum' in sum ? sum.currency : '';
};

/** The tables of a report one after the other, each with its title; sums as plain figures, their currency in the last column. */
export const reportCsv = (tables: readonly ReportTable[]): string =>
  tables
    .map(({ title, columns, rows, sums }) =>
      stringify([
        [title],
        [...columns.map(({ label }) => label), 'Currency'],
        ...[...rows, ...sums].map((row) => [...row.map(text), currencyOf(row)]),
      ]),
    )
    .join('\n');
