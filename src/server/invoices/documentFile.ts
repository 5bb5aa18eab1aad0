import { inlineLogo } from '#server/mail/layout/inlineLogo';
import type { PaperLook } from '#server/pdf/invoicePaper';
import { makePaper } from '#server/pdf/papers';
import type { Database } from '#server/database/database';
import type { DocumentRow } from '#server/invoices/issue';
import { ownerRow, type OwnerRow } from '#server/database/ownerRow';

export type DocumentFile = { readonly filename: string; readonly content: Uint8Array; readonly type: string };

const usualColour = '#0d4a56';

async function lookOf(db: Database, { look }: Pick<OwnerRow, 'look'>): Promise<PaperLook> {
  const logo = look.logo ? ((await inlineLogo(db, look.logo))?.content ?? null) : null;
  return { colour: look.colour ?? usualColour, logo };
}

/** The document as PDF/A-3, with the invoice as data inside where it can be data. */
export const documentPdf = async (db: Database, row: DocumentRow): Promise<DocumentFile> =>
  madePdf(await lookOf(db, await ownerRow(db)), row);

/** The same of several, one after another: each takes a processor for some tenths of a second. */
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

const madePdf = async (look: PaperLook, row: DocumentRow): Promise<DocumentFile> => ({
  filename: `${row.number}.pdf`,
  content: await makePaper('invoice', { look, row }),
  type: 'application/pdf',
});

/** The document as data alone (UBL 2.1); null where it cannot be data. */
export async function documentUbl(row: DocumentRow): Promise<DocumentFile | null> {
  const content = await makePaper('invoiceData', row);
  return content && { filename: `${row.number}.xml`, content, type: 'application/xml' };
}
