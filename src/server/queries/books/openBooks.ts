import type { JournalQuery } from '#contracts/books/books';
import type { ReportName, ReportView } from '#contracts/books/views';
import type { PlainDate } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';
import { fullDate } from '#core/wording/days';
import { makePaper } from '#server/pdf/papers';
import { ownerRow } from '#server/database/ownerRow';
import { exportFormats, type Format } from '#server/formats/exportJournal';
import type { ExportPeriod } from '#server/formats/journalEntries';
import { reportCsv } from '#server/formats/reportCsv';
import { journalPage, trialBalance } from '#server/queries/books/journal';
import { tillView } from '#server/queries/books/till';
import { payable, bookingState } from '#core/bookings/bookingState';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { transferSvg } from '#server/pdf/transferSvg';
import { standingOfRequest } from '#server/paymentRequests/requests';
import { requestOfLink } from '#server/links/requestLink';
import { payoutsView } from '#server/queries/books/payouts';
import { lastMonth, type Period } from '#server/queries/books/period';
import { report } from '#server/queries/books/reports';
import type { ClientsQuery } from '#contracts/clients/clients';
import { clientsView, clientWhole } from '#server/queries/clients/clients';
import type { DocumentsQuery } from '#contracts/invoices/documents';
import type { Deps } from '#server/deps';
import { type DocumentFile, documentPdf, documentUbl } from '#server/invoices/documentFile';
import { readDocument } from '#server/invoices/readDocument';
import { documentsView } from '#server/queries/invoices/documents';

type Given = { readonly from?: PlainDate | undefined; readonly until?: PlainDate | undefined };

/** What views of documents and books read. */
export function openBooks({ db, clock }: Pick<Deps, 'db' | 'clock'>) {
  /** The days that are meant: of the last whole month where none are said. */
  async function period({ from, until }: Given): Promise<Period> {
    const { timeZone } = await ownerRow(db);
    const usual = lastMonth(localDate(clock.now(), timeZone));
    return { from: from ?? usual.from, until: until ?? usual.until };
  }

  return {
    documents: (query: DocumentsQuery) => documentsView(db, clock.now(), query),

    journal: (query: JournalQuery) => journalPage(db, query),
    trialBalance: (day: PlainDate) => trialBalance(db, day),

    report: async (name: ReportName, given: Given): Promise<ReportView> =>
      report(db, clock.now(), name, await period(given)),

    period,

    /** The same as a file. */
    async reportFile(name: ReportName, period: Period, as: 'pdf' | 'csv'): Promise<DocumentFile> {
      const { tables } = await report(db, clock.now(), name, period);
      const filename = `${name}-${period.from}-${period.until}.${as}`;
      if (as === 'csv') return { filename, type: 'text/csv; charset=utf-8', content: Buffer.from(reportCsv(tables)) };
      const { name: business } = await ownerRow(db);
      const content = await makePaper('report', {
        business,
        title: tables[0]!.title,
        period: `${fullDate(period.from)} to ${fullDate(period.until)}`,
        madeAt: new Date(clock.now()),
        tables,
      });
      return { filename, type: 'application/pdf', content };
    },

    /** The journal of a period in one of the forms in which it is handed out; null for another form. */
    exported(
      format: string,
      period: ExportPeriod,
    ): { readonly file: Format; readonly pieces: AsyncGenerator<string> } | null {
      const file = Object.hasOwn(exportFormats, format) ? exportFormats[format]! : null;
      return file && { file, pieces: file.write(db, period) };
    },

    /** The code for a transfer of what is due of a booking, or of all that is open where nothing is. */
    async transferForBooking(bookingId: string): Promise<string | null> {
      const { booking, facts } = (await readBooking(db, bookingId))!;
      const { dueNow, outstanding } = payable(bookingState(agreedOf(booking), facts, clock.now()));
      const { number, currency } = booking;
      return transferSvg(await ownerRow(db), { number, currency, amount: dueNow > 0 ? dueNow : outstanding });
    },

    /** The same of a request with a sum. */
    async transferForRequest(link: string): Promise<string | null> {
      const found = await requestOfLink(db, link);
      const left = found && (await standingOfRequest(db, found.request)).left;
      if (!found || !left) return null;
      const { number, currency } = found.request;
      const amount = left;
      return transferSvg(await ownerRow(db), { number, currency, amount });
    },

    iban: async (): Promise<string> => (await ownerRow(db)).seller.iban,
    payouts: () => payoutsView(db),
    till: () => tillView(db),
    clients: (query: ClientsQuery) => clientsView(db, clock.now(), query),
    client: (id: string) => clientWhole(db, clock.now(), id),

    /** A document of a request, by a link to it; null where it is of none, or of another. */
    async documentOfRequest(link: string, number: string): Promise<DocumentFile | null> {
      const found = await requestOfLink(db, link);
      const row = found && (await readDocument(db, number));
      return row && row.requestId === found.request.id ? documentPdf(db, row) : null;
    },

    /** A document as a file: the PDF, or its data; null where there is no such document, or it is no data. */
    async documentFile(
      number: string,
      as: 'pdf' | 'xml',
      of?: { readonly bookingId: string },
    ): Promise<DocumentFile | null> {
      const row = await readDocument(db, number);
      if (!row || (of && row.bookingId !== of.bookingId)) return null;
      return as === 'pdf' ? documentPdf(db, row) : documentUbl(row);
    },
  };
}
