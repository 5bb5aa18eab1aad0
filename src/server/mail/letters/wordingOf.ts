import { type AnyOccasion, type MessageText, originalWordings } from '#core/wording/originalWordings';
import type { Tx } from '#server/database/database';
import { onceInside } from '#server/database/onlyInside';
import { ownerIsRead, settingsRead } from '#server/database/ownerRow';
import { prepared } from '#server/database/prepared';
import { business } from '#server/database/schema/business';
import { wordings } from '#server/database/schema/wordings';
import { sql } from 'drizzle-orm';

export type OwnWording = { readonly text: MessageText; readonly off: boolean; readonly copyTo: readonly string[] };

type Changed = Omit<typeof wordings.$inferSelect, 'edition'>;

/** All columns are in JSON as they are in a row. */
const changed = sql<Changed[]>`(select coalesce(json_agg(json_build_object('occasion', w.occasion, 'subject', w.subject,
  'body', w.body, 'off', w.off, 'copyTo', w.copy_to)), '[]') from ${wordings} w)`;
const withSettings = prepared((db) => db.select({ ...settingsRead, changed }).from(business));

/** Few are changed: all of them at once, for all letters of a transaction, with the business that each is from. */
const changedOnes = (tx: Tx): Promise<readonly Changed[]> =>
  onceInside(wordings, async () => {
    const reading = withSettings(tx, {}).then(([row]) => row!);
    ownerIsRead(reading);
    return (await reading).changed;
  });

/** How the owner has a message say it; the original where nothing was changed. */
export async function wordingOf(tx: Tx, occasion: AnyOccasion): Promise<OwnWording> {
  const own = (await changedOnes(tx)).find((row) => row.occasion === occasion);
  if (!own) return { text: originalWordings[occasion], off: false, copyTo: [] };
  return { text: { subject: own.subject, body: own.body }, off: own.off, copyTo: own.copyTo };
}
