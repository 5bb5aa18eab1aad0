import type { Database } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { beancountJournal } from '#server/formats/beancount';
import { hledgerJournal } from '#server/formats/hledger';
import type { ExportPeriod } from '#server/formats/journalEntries';
import { csvJournal, jsonJournal } from '#server/formats/journalTables';

export type Format = {
  readonly type: string;
  readonly ending: string;
  readonly write: (db: Database, period: ExportPeriod) => AsyncGenerator<string>;
};

/** The forms in which the journal is handed out. */
export const exportFormats: Readonly<Record<string, Format>> = {
  hledger: { type: 'text/plain; charset=utf-8', ending: 'journal', write: hledgerJournal },
  beancount: { type: 'text/plain; charset=utf-8', ending: 'beancount', write: beancountJournal },
  csv: {
    type: 'text/csv; charset=utf-8',
    ending: 'csv',
    async *write(db, period) {
      yield* csvJournal(db, period, (await ownerRow(db)).accountNames);
    },
  },
  json: { type: 'application/x-ndjson; charset=utf-8', ending: 'jsonl', write: jsonJournal },
};
