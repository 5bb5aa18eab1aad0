import { documentData, type NoData } from '#server/formats/documentData';
import { inlineLogo } from '#server/documents/inlineLogo';
import type { Database } from '#server/database/database';
import type { DocumentRow } from '#server/invoicing/issue';
import { ownerRow, type OwnerRow } from '#server/database/ownerRow';
import { onceWanted } from '#server/onceWanted';

export type DocumentFile = { readonly filename: string; readonly content: Uint8Array; readonly type: string };

const quiet = () => undefined;

/** What it warns of is what `documentData` has decided. */
const invoiceService = onceWanted(async () => {
  const { InvoiceService } = await import('@e-invoice-eu/core');
  return new InvoiceService({ log: quiet, warn: quiet, error: quiet });
});

/** What the document itself says of it; that an address is missing is the owner's to know, not the reader's. */
const noDataSays: Readonly<Record<NoData, string | null>> = {
  'two codes on a line': 'A line of this document carries two taxes, so it is not added as data.',
  'an address without a country': null,
};

const usualColour = '#0d4a56';

type Look = { readonly colour: string; readonly logo: Uint8Array | null };

/** How papers of the business look. */
async function lookOf(db: Database, { look }: Pick<OwnerRow, 'look'>): Promise<Look> {
  const logo = look.logo ? ((await inlineLogo(db, look.logo))?.content ?? null) : null;
  return { colour: look.colour ?? usualColour, logo };
}

const drawer = onceWanted(() => import('#server/documents/invoicePdf'));

async function pdfOf(look: Look, row: DocumentRow, noData: string | null): Promise<Uint8Array> {
  const { invoicePdf } = await drawer();
  return invoicePdf({
    ...row,
    ...look,
    madeAt: new Date(row.issuedAt),
    trial: row.series.startsWith('trial'),
    noData,
  });
}

/** The document as PDF/A-3, with the invoice as data inside (Factur-X, the profile of EN 16931) where it can be data. */
export const documentPdf = async (db: Database, row: DocumentRow): Promise<DocumentFile> =>
  madePdf(await lookOf(db, await ownerRow(db)), row);

/** The same of several, one after another: each takes the processor for some tenths of a second. */
export async function documentPdfs(
  db: Database,
  owner: Pick<OwnerRow, 'look'>,
  rows: readonly DocumentRow[],
): Promise<DocumentFile[]> {
  const look = rows.length > 0 ? await lookOf(db, owner) : null;
  const made: DocumentFile[] = [];
  for (const row of rows) made.push(await madePdf(look!, row));
  return made;
}

async function madePdf(look: Look, row: DocumentRow): Promise<DocumentFile> {
  const made = documentData(row);
  const filename = `${row.number}.pdf`;
  const type = 'application/pdf';
  if (!('data' in made)) return { filename, content: await pdfOf(look, row, noDataSays[made.none]), type };
  const buffer = await pdfOf(look, row, null);
  try {
    const service = await invoiceService();
    const content = await service.generate(made.data, {
      format: 'Factur-X-EN16931',
      lang: 'en',
      noWarnings: true,
      pdf: { buffer, filename, mimetype: type },
    });
    return { filename, content: content as Uint8Array, type };
  } catch {
    // What its rules do not take keeps no document from whoever waits for it; the document says that it has no data.
    return { filename, content: await pdfOf(look, row, 'This document could not be added as data.'), type };
  }
}

/** The document as data alone (UBL 2.1); null where it cannot be data. */
export async function documentUbl(row: DocumentRow): Promise<DocumentFile | null> {
  const made = documentData(row);
  if (!('data' in made)) return null;
  const service = await invoiceService();
  const xml = await service.generate(made.data, { format: 'UBL', lang: 'en', noWarnings: true });
  return { filename: `${row.number}.xml`, content: Buffer.from(xml as string), type: 'application/xml' };
}
