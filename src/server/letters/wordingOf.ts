import { type AnyOccasion, type MessageText, originalWordings } from '#core/wording/originalWordings';
import type { Tx } from '#server/database/database';
import { wordings } from '#server/database/schema/wordings';
import { eq } from 'drizzle-orm';

export type OwnWording = { readonly text: MessageText; readonly off: boolean; readonly copyTo: readonly string[] };

/** How the owner has a message say it; the original where nothing was changed. */
export async function wordingOf(tx: Tx, occasion: AnyOccasion): Promise<OwnWording> {
  const [own] = await tx.select().from(wordings).where(eq(wordings.occasion, occasion));
  if (!own) return { text: originalWordings[occasion], off: false, copyTo: [] };
  return { text: { subject: own.subject, body: own.body }, off: own.off, copyTo: own.copyTo };
}
