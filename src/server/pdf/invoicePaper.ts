import { invoicePdf } from '#server/pdf/invoicePdf';
import type { Instant } from '#core/calendar/instant';
import { type DataOf, documentData, type NoData } from '#server/formats/documentData';
import { lazy } from '#server/lazy';

/** How papers of the business look. */
export type PaperLook = { readonly colour: string; readonly logo: Uint8Array | null };

/** A document as it was issued. */
export type IssuedPaper = DataOf & { readonly series: string; readonly issuedAt: Instant };

const quiet = () => undefined;

/** What it warns of is what `documentData` has decided. */
const invoiceService = lazy(async () => {
  const { InvoiceService } = await import('@e-invoice-eu/core');
  return new InvoiceService({ log: quiet, warn: quiet, error: quiet });
});

/** What the document itself says of it; that an address is missing is the owner's to know, not the reader's. */
const noDataSays: Readonly<Record<NoData, string | null>> = {
  'two codes on a line': 'A line of this document carries two taxes, so it is not added as data.',
  'an address without a country': null,
};

const drawn = (look: PaperLook, row: IssuedPaper, noData: string | null): Promise<Buffer> =>
  invoicePdf({ ...row, ...look, madeAt: new Date(row.issuedAt), trial: row.series.startsWith('trial'), noData });

/** The document as PDF/A-3, with the invoice as data inside (Factur-X, the profile of EN 16931) where it can be data. */
export async function invoicePaper({ look, row }: { look: PaperLook; row: IssuedPaper }): Promise<Uint8Array> {
  const made = documentData(row);
  if (!('data' in made)) return drawn(look, row, noDataSays[made.none]);
  const buffer = await drawn(look, row, null);
  try {
    const service = await invoiceService();
    const content = await service.generate(made.data, {
      format: 'Factur-X-EN16931',
      lang: 'en',
      noWarnings: true,
      pdf: { buffer, filename: `${row.number}.pdf`, mimetype: 'application/pdf' },
    });
    return content as Uint8Array;
  } catch {
    // What its rules do not take keeps no document from whoever waits for it; the document says that it has no data.
    return drawn(look, row, 'This document could not be added as data.');
  }
}

/** The document as data alone (UBL 2.1); null where it cannot be data. */
export async function invoiceData(row: IssuedPaper): Promise<Uint8Array | null> {
  const made = documentData(row);
  if (!('data' in made)) return null;
  const service = await invoiceService();
  try {
    return Buffer.from((await service.generate(made.data, { format: 'UBL', lang: 'en', noWarnings: true })) as string);
  } catch {
    return null; // what its rules do not take: the paper says so too
  }
}
