import { type AnyOccasion, type MessageText, originalWordings } from '#core/wording/originalWordings';
import type { Tx } from '#server/database/database';
import { onceInside } from '#server/database/onlyInside';
import { readied } from '#server/database/readied';
import { wordings } from '#server/database/schema/wordings';

export type OwnWording = { readonly text: MessageText; readonly off: boolean; readonly copyTo: readonly string[] };

const all = readied((db) => db.select().from(wordings));

/** How the owner has a message say it; the original where nothing was changed. */
export async function wordingOf(tx: Tx, occasion: AnyOccasion): Promise<OwnWording> {
  // Few are changed: all of them at once, for all letters of a transaction.
  const changed = await onceInside(wordings, () => all(tx, {}));
  const own = changed.find((row) => row.occasion === occasion);
  if (!own) return { text: originalWordings[occasion], off: false, copyTo: [] };
  return { text: { subject: own.subject, body: own.body }, off: own.off, copyTo: own.copyTo };
}
