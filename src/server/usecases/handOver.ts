import { standing } from '#core/booking/standing';
import type { Occasion } from '#core/agenda/wantedErrands';
import { agreedOf, lockBooking, readBooking } from '#server/booking/lockBooking';
import { recordFacts } from '#server/booking/record';
import { business } from '#server/database/schema/business';
import { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { htmlBody, textBody } from '#server/documents/messageBody';
import type { MailAttachment } from '#server/ports';
import { calendarOf } from '#server/queries/calendar';
import { agreementFile } from '#server/quotes/agreementFile';
import { makeQuoteLink } from '#server/quotes/quoteLink';
import { makeClientLink } from '#server/usecases/clientLink';
import { and, asc, eq, lt, sql } from 'drizzle-orm';

type MessageRow = typeof messages.$inferSelect;

/** Where the one button of a message leads: a link of its reader's own, or to the owner's page. */
async function linkOf(deps: Deps, row: MessageRow): Promise<{ link: string; signature: string }> {
  const { db, clock, baseUrl } = deps;
  const now = clock.now();
  if (row.bookingId !== null) {
    const { booking, facts } = (await readBooking(db, row.bookingId))!;
    const { endAt } = standing(agreedOf(booking), facts, now);
    const purpose = row.linkFor === 'payer' ? 'payer' : 'client';
    const token = await makeClientLink(db, booking.id, endAt, now, purpose);
    return { link: `${baseUrl}/b/${token}`, signature: booking.number };
  }
  const made = await makeQuoteLink(db, { quoteId: row.quoteId!, who: row.linkFor ?? 'client', now });
  return row.linkFor === null
    ? { link: `${baseUrl}/quotes/${made.number}`, signature: made.number }
    : { link: `${baseUrl}/q/${made.token}`, signature: made.number };
}

/** A confirmation brings the days for the calendar, and what was signed. */
async function attachmentsOf(deps: Deps, row: MessageRow): Promise<MailAttachment[]> {
  const wanted: Occasion[] = ['confirmation', 'changed'];
  if (row.bookingId === null || row.linkFor === 'payer' || !wanted.includes(row.occasion as Occasion)) return [];
  const { number, days } = await calendarOf(deps, row.bookingId);
  const calendar = { filename: `${number}.ics`, contentType: 'text/calendar', content: Buffer.from(days) };
  const signed = row.occasion === 'confirmation' ? await agreementFile(deps.db, { bookingId: row.bookingId }) : null;
  return signed ? [calendar, { ...signed, contentType: 'application/pdf' }] : [calendar];
}

/** Hands a committed message to the mailbox and records that it was sent, once. The message's id is its key. */
export async function handOver(deps: Deps, id: string): Promise<void> {
  const { db, clock, mailbox } = deps;
  const [row] = await db
    .update(messages)
    .set({ calledAt: sql`now()` })
    .where(and(eq(messages.id, id), eq(messages.state, 'outgoing')))
    .returning();
  if (!row) return;
  const [owner] = await db.select().from(business);
  const { link, signature } = await linkOf(deps, row);
  const letter = {
    greeting: `Dear ${row.recipientName || 'client'},`,
    paragraphs: row.body.slice(0, -1),
    action: row.body.at(-1)!,
    link,
    signature: `${owner!.name} · ${signature}`,
    colour: owner!.look.colour,
  };
  const attachments = await attachmentsOf(deps, row);
  const { messageId } = await mailbox.send({
    key: id,
    from: { name: owner!.name, address: owner!.email },
    to: { name: row.recipientName, address: row.recipient },
    subject: row.subject,
    text: textBody(letter),
    html: htmlBody(letter),
    ...(row.copyTo.length > 0 ? { copyTo: row.copyTo } : {}),
    ...(attachments.length > 0 ? { attachments } : {}),
  });
  await db.transaction(async (tx) => {
    const current = row.bookingId === null ? null : await lockBooking(tx, row.bookingId);
    const now = clock.now();
    const changed = await tx
      .update(messages)
      .set({ state: 'sent', sentAt: now })
      .where(and(eq(messages.id, id), eq(messages.state, 'outgoing')))
      .returning({ id: messages.id });
    if (changed.length === 0 || !current) return;
    const { occasion, subject, recipient: to } = row;
    await recordFacts(tx, current, [{ kind: 'sent', at: now, occasion, subject, messageId, to }], now);
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
