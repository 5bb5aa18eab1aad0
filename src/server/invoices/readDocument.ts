import type { Database, Tx } from '#server/database/database';
import { documents } from '#server/database/schema/documents';
import type { DocumentRow } from '#server/invoices/issue';
import { eq } from 'drizzle-orm';

/** An issued document by its number; null where there is none. */
export async function readDocument(db: Database | Tx, number: string): Promise<DocumentRow | null> {
  const [row] = await db.select().from(documents).where(eq(documents.number, number));
  return row ?? null;
}
