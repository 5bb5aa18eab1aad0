import type { MessagesView } from '#contracts/messages/views';
import type { PreviewWording } from '#contracts/messages/wordings';
import { localDate } from '#core/calendar/zoned';
import { bookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { Occasion } from '#core/jobs/wantedJobs';
import { ok, refuse, type Result } from '#core/result';
import { longMoment } from '#core/wording/days';
import { unknownFields } from '#core/wording/fields';
import { type AnyOccasion, fieldsFor, isQuoteOccasion, originalWordings } from '#core/wording/originalWordings';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { codePlace } from '#core/wording/voucherWords';
import { waitsToBeCalledBack } from '#server/mail/letters/waits';
import { countSome } from '#server/database/countSome';
import type { Database } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { business } from '#server/database/schema/business';
import { paymentRequests } from '#server/database/schema/credit';
import { quotes } from '#server/database/schema/quotes';
import { messages } from '#server/database/schema/work';
import { wordings } from '#server/database/schema/wordings';
import { messageWording, type Wording } from '#server/mail/layout/messageWording';
import { quoteWording } from '#server/mail/layout/quoteWording';
import { readQuote } from '#server/quotes/lockQuote';
import type { LetterFacts } from '#core/wording/letterFacts';
import { letterFacts } from '#core/wording/letterFacts';
import { quoteMessageAbout } from '#server/quotes/writeQuoteMessage';
import { newestChange } from '#server/mail/letters/writeMessage';
import { desc, eq, isNotNull, isNull } from 'drizzle-orm';

const mostInOutbox = 200;

/** How every message says it, and what has gone out. */
export async function messagesView(db: Database, now: Instant): Promise<MessagesView> {
  const newest = db
    .select({
      id: messages.id,
      occasion: messages.occasion,
      subject: messages.subject,
      to: messages.recipient,
      state: messages.state,
      madeAt: messages.madeAt,
      body: messages.body,
      copyTo: messages.copyTo,
      waits: waitsToBeCalledBack,
      bookingNumber: bookings.number,
      quoteNumber: quotes.number,
      requestNumber: paymentRequests.number,
    })
    .from(messages)
    .leftJoin(bookings, eq(bookings.id, messages.bookingId))
    .leftJoin(quotes, eq(quotes.id, messages.quoteId))
    .leftJoin(paymentRequests, eq(paymentRequests.id, messages.requestId))
    // A code is nothing to look up afterwards.
    .where(isNull(messages.codeId))
    .orderBy(desc(messages.madeAt))
    .limit(mostInOutbox);
  const [own, [owner], sent] = await Promise.all([
    db.select().from(wordings),
    db.select({ zone: business.timeZone }).from(business),
    newest,
  ]);
  const today = localDate(now, owner!.zone);
  return {
    wordings: (Object.keys(originalWordings) as AnyOccasion[]).map((occasion) => {
      const mine = own.find((row) => row.occasion === occasion);
      return {
        occasion,
        ...(mine ? { subject: mine.subject, body: mine.body } : originalWordings[occasion]),
        off: mine?.off ?? false,
        copyTo: mine?.copyTo ?? [],
        edition: mine?.edition ?? 0,
      };
    }),
    letters: sent.length < mostInOutbox ? sent.length : await countSome(db, messages, isNull(messages.codeId)),
    outbox: sent.map(({ bookingNumber, quoteNumber, requestNumber, madeAt, body, ...row }) => ({
      ...row,
      // A voucher's code is for whoever it was sent to.
      body: body.map((line) => line.replaceAll(codePlace, '····')),
      number: bookingNumber ?? quoteNumber ?? requestNumber ?? '',
      when: longMoment(madeAt, owner!.zone, today),
    })),
  };
}

export type PreviewRefusal =
  | { readonly code: 'nothing_to_preview' }
  | { readonly code: 'booking_not_found' | 'quote_not_found'; readonly path: 'number' };
export type WordingPreview = Wording & {
  readonly number: string;
  readonly missing: readonly string[];
  readonly facts: LetterFacts | null;
  readonly clientName: string;
};

/** The message as it would read now, on the booking or quote of that number or the newest that had such a message. */
export async function previewWording(
  db: Database,
  now: Instant,
  { occasion, subject, body, number }: PreviewWording,
): Promise<Result<WordingPreview, PreviewRefusal>> {
  const text = { subject, body };
  const known = Object.fromEntries(fieldsFor(occasion).map((name) => [name, true]));
  const missing = unknownFields(`${subject}\n${body}`, known);
  const [owner] = await db.select({ name: business.name }).from(business);
  const [last] = await db
    .select({ bookingId: messages.bookingId, quoteId: messages.quoteId })
    .from(messages)
    .where(eq(messages.occasion, occasion))
    .orderBy(desc(messages.madeAt))
    .limit(1);
  if (isQuoteOccasion(occasion)) {
    const named = number ? eq(quotes.number, number) : last ? eq(quotes.id, last.quoteId!) : isNotNull(quotes.total);
    const [found] = await db.select({ id: quotes.id }).from(quotes).where(named).orderBy(desc(quotes.number)).limit(1);
    if (!found) return refuse(number ? { code: 'quote_not_found', path: 'number' } : { code: 'nothing_to_preview' });
    const loaded = (await readQuote(db, found.id))!;
    const about = quoteMessageAbout(loaded, { now, fact: Math.max(0, loaded.facts.length - 1) }, owner!.name);
    if (!about) return refuse({ code: 'nothing_to_preview' });
    const wording = quoteWording(occasion, about, text);
    return ok({ ...wording, number: loaded.quote.number, missing, facts: null, clientName: about.offer.clientName });
  }
  const named = number ? eq(bookings.number, number) : last ? eq(bookings.id, last.bookingId!) : undefined;
  const [found] = await db
    .select({ id: bookings.id })
    .from(bookings)
    .where(named)
    .orderBy(desc(bookings.number))
    .limit(1);
  if (!found) return refuse(number ? { code: 'booking_not_found', path: 'number' } : { code: 'nothing_to_preview' });
  const { booking, client, facts } = (await readBooking(db, found.id))!;
  const current = bookingState(agreedOf(booking), facts, now);
  const part = current.parts.find((each) => each.left > 0 && each.due !== null) ?? current.parts[0] ?? null;
  const about = {
    bookingState: current,
    title: booking.title,
    number: booking.number,
    clientName: client.name,
    part,
    businessName: owner!.name,
    changes: newestChange(booking, facts),
  };
  const wording = messageWording(occasion as Occasion, about, text);
  const told = occasion === 'payer' ? null : letterFacts(current, booking.title, facts);
  return ok({ ...wording, number: booking.number, missing, facts: told, clientName: client.name });
}
