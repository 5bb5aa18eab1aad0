import type { Notification } from '#core/messages/notified';
import type { Instant } from '#core/calendar/instant';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { writeLetter } from '#server/mail/notify/write';
import { randomUUID } from 'node:crypto';

/** Commits a message to each person of the business who wants to know of such a thing; once for each cause. */
export async function notifyPeople(
  tx: Tx,
  telling: Notification,
  about: {
    readonly cause: string;
    readonly subject: string;
    readonly lines: readonly string[];
    readonly path: string;
    readonly now: Instant;
  },
): Promise<void> {
  const { told } = await ownerRow(tx);
  const { cause, subject, lines, path, now } = about;
  for (const { name, email, of } of told) {
    if (!of.includes(telling)) continue;
    await writeLetter(tx, {
      id: randomUUID(),
      cause: `${cause} ${email.toLowerCase()}`,
      occasion: 'notice',
      subject,
      path,
      madeAt: now,
      recipient: email,
      recipientName: name,
      body: [...lines, 'Look'],
    });
  }
}
