import type { Occasion } from '#core/agenda/wantedErrands';
import { withDeal } from '#core/booking/deal';
import type { FactOf } from '#core/booking/facts';
import { standing } from '#core/booking/standing';
import type { Instant } from '#core/calendar/instant';
import { changeSentences } from '#core/wording/changeSentences';
import { agreedOf, type LoadedBooking, lockBooking } from '#server/booking/lockBooking';
import { recordFacts } from '#server/booking/record';
import type { Tx } from '#server/database/open';
import { business } from '#server/database/schema/business';
import { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { htmlBody, textBody } from '#server/documents/messageBody';
import { messageWording } from '#server/documents/messageWording';
import { makeClientLink } from '#server/usecases/clientLink';
import { and, asc, eq, lt, sql } from 'drizzle-orm';

/**
 * Commits a message, with the caller's transaction, that is then handed to the mailbox. One for each cause.
 * @returns its id, or null where there is one for this cause
 */
export async function writeMessage(
  tx: Tx,
  { booking, client, facts }: LoadedBooking,
  message: { id: string; cause: string; occasion: Occasion; part: number | null; text?: string; now: Instant },
): Promise<string | null> {
  const { id, cause, occasion, now } = message;
  const [owner] = await tx.select({ name: business.name }).from(business);
  const current = standing(agreedOf(booking), facts, now);
  const { subject, paragraphs, action } = messageWording(occasion, {
    standing: current,
    title: booking.title,
    number: booking.number,
    clientName: client.name,
    businessName: owner!.name,
    part: message.part === null ? null : (current.parts[message.part] ?? null),
    text: message.text,
    changes: occasion === 'changed' ? newestChange(booking, facts) : [],
  });
  const rows = await tx
    .insert(messages)
    .values({
      id,
      bookingId: booking.id,
      cause,
      occasion,
      recipient: client.email,
      subject,
      body: [...paragraphs, action],
      state: 'outgoing',
      madeAt: now,
    })
    .onConflictDoNothing()
    .returning({ id: messages.id });
  return rows[0]?.id ?? null;
}

/** What the newest change changed, as it was at its moment. */
function newestChange(booking: LoadedBooking['booking'], facts: LoadedBooking['facts']): string[] {
  const index = facts.findLastIndex((fact) => fact.kind === 'changed');
  const change = facts[index] as FactOf<'changed'>;
  const agreed = agreedOf(booking);
  const before = standing(withDeal(agreed, change.before), facts.slice(0, index), change.at);
  const after = standing(agreed, facts.slice(0, index + 1), change.at);
  return changeSentences(before, after, [change.before, change.after]);
}

/** Hands a committed message to the mailbox and records that it was sent, once. The message's id is its key. */
export async function handOver(deps: Deps, id: string): Promise<void> {
  const { db, clock, mailbox, baseUrl } = deps;
  const [row] = await db
    .update(messages)
    .set({ calledAt: sql`now()` })
    .where(and(eq(messages.id, id), eq(messages.state, 'outgoing')))
    .returning();
  if (!row) return;
  const [owner] = await db.select().from(business);
  const loaded = await db.transaction((tx) => lockBooking(tx, row.bookingId));
  const { booking, client } = loaded!;
  const { endAt } = standing(agreedOf(booking), loaded!.facts, clock.now());
  const token = await makeClientLink(db, booking.id, endAt, clock.now());
  const letter = {
    greeting: `Dear ${client.name},`,
    paragraphs: row.body.slice(0, -1),
    action: row.body.at(-1)!,
    link: `${baseUrl}/b/${token}`,
    signature: `${owner!.name} · ${booking.number}`,
  };
  const { messageId } = await mailbox.send({
    key: id,
    from: { name: owner!.name, address: owner!.email },
    to: { name: client.name, address: row.recipient },
    subject: row.subject,
    text: textBody(letter),
    html: htmlBody(letter),
  });
  await db.transaction(async (tx) => {
    const current = await lockBooking(tx, row.bookingId);
    const now = clock.now();
    const changed = await tx
      .update(messages)
      .set({ state: 'sent', sentAt: now })
      .where(and(eq(messages.id, id), eq(messages.state, 'outgoing')))
      .returning({ id: messages.id });
    if (changed.length === 0) return;
    const { occasion, subject, recipient: to } = row;
    await recordFacts(tx, current!, [{ kind: 'sent', at: now, occasion, subject, messageId, to }], now);
  });
}

/** Hands over what a crash left. @returns how many were sent */
export async function recoverMessages(deps: Deps, patienceSeconds = 20): Promise<number> {
  const left = await deps.db
    .select({ id: messages.id })
    .from(messages)
    .where(
      and(
        eq(messages.state, 'outgoing'),
        lt(messages.calledAt, sql`now() - make_interval(secs => ${patienceSeconds})`),
      ),
    )
    .orderBy(asc(messages.madeAt))
    .limit(50);
  for (const { id } of left) {
    try {
      await handOver(deps, id);
    } catch (error) {
      deps.report(`message ${id} could not be handed over`, error);
    }
  }
  return left.length;
}
