import type { Occasion } from '#core/jobs/wantedJobs';
import { withDeal } from '#core/bookings/deal';
import type { FactOf } from '#core/bookings/facts';
import { ledgerOf } from '#core/bookings/ledger';
import { asConfirmed, bookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { changeSentences } from '#core/wording/changeSentences';
import type { SaidOfDocument } from '#core/wording/documentWords';
import { letterFacts } from '#core/wording/letterFacts';
import { agreedOf, type LoadedBooking } from '#server/bookings/lockBooking';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import type { messages } from '#server/database/schema/work';
import { writeLetter } from '#server/mail/notify/write';
import { type MessageAbout, messageWording } from '#server/mail/layout/messageWording';
import { isAddressConfirmed } from '#server/mail/letters/addressConfirmed';
import { type OwnWording, wordingOf } from '#server/mail/letters/wordingOf';

/** The sum and the reason of the courtesy that a letter is about. */
function courtesyOf(occasion: Occasion, cause: string, facts: LoadedBooking['facts']): Partial<MessageAbout> {
  if (occasion !== 'courtesy') return {};
  const given = facts.find((fact) => fact.kind === 'courtesy' && `courtesy:${fact.courtesyId}` === cause);
  return given?.kind === 'courtesy' ? { note: given.reason, amount: given.amount } : {};
}

/** A letter to be written. */
export type NewMessage = {
  readonly id: string;
  readonly cause: string;
  readonly occasion: Occasion;
  readonly part: number | null;
  readonly text?: string;
  /** Somebody else than the client, who pays. */
  readonly payer?: string;
  /** What is attached, and goes to whoever gets the client's bills. */
  readonly document?: SaidOfDocument;
  /** Seconds of real time in which it can be called back. */
  readonly waits?: number;
  readonly now: Instant;
};

/**
 * Its row: what it says of a booking as that stands, in the owner's wording.
 * @param isConfirmed false where nobody knows yet that whom a stranger named is there: they are not named to themselves
 */
export function messageRow(
  { booking, client, facts }: LoadedBooking,
  message: Omit<NewMessage, 'waits'>,
  { text, copyTo }: Pick<OwnWording, 'text' | 'copyTo'>,
  business: string,
  isConfirmed = true,
) {
  const { id, cause, occasion, now } = message;
  // What a request promises is what holds once it is confirmed.
  const promising = occasion === 'requested' || occasion === 'confirmBooking';
  const current = (promising ? asConfirmed : bookingState)(agreedOf(booking), facts, now);
  const declined = facts.findLast((fact) => fact.kind === 'lapsed');
  const answered = facts.findLast((fact) => fact.kind === 'askAnswered');
  const about: MessageAbout = {
    bookingState: current,
    title: booking.title,
    number: booking.number,
    clientName: client.name,
    businessName: business,
    part: message.part === null ? null : (current.parts[message.part] ?? null),
    text: message.text,
    kept: ledgerOf(facts).kept,
    ...courtesyOf(occasion, cause, facts),
    ...(occasion === 'courtesy' ? {} : { note: occasion === 'askDeclined' ? answered?.note : declined?.note }),
    document: message.document ?? null,
    changes: occasion === 'changed' ? newestChange(booking, facts) : [],
  };
  const { subject, paragraphs, action } = messageWording(occasion, about, text);
  const bills = message.document ? client.bill.billTo : null;
  return {
    id,
    bookingId: booking.id,
    cause,
    occasion,
    recipient: message.payer ?? bills?.email ?? client.email,
    recipientName: message.payer === undefined ? ((isConfirmed ? bills?.name : bills && '') ?? client.name) : '',
    copyTo: message.payer === undefined ? copyTo : [],
    linkFor: message.payer === undefined ? 'client' : 'payer',
    subject,
    body: [...paragraphs, action],
    // Somebody else who pays reads what is to be paid, and nothing of the booking.
    facts: message.payer === undefined && !message.document ? letterFacts(current, booking.title, facts) : null,
    state: 'outgoing',
    madeAt: now,
  } satisfies typeof messages.$inferInsert;
}

/**
 * Commits a message, with the caller's transaction, that is then handed to the mailbox. One for each cause.
 * @returns its id, or null where there is one for this cause, or the owner has this occasion switched off
 */
export async function writeMessage(tx: Tx, loaded: LoadedBooking, message: NewMessage): Promise<string | null> {
  const { id, cause, occasion } = message;
  const { client } = loaded;
  const wording = await wordingOf(tx, occasion);
  if (wording.off) return null;
  const { name } = await ownerRow(tx);
  const named = message.document && client.bill.billTo ? await isAddressConfirmed(tx, loaded) : true;
  const row = messageRow(loaded, message, wording, name, named);
  const written = await writeLetter(tx, { ...row, waits: message.waits ?? 0 });
  const { payer } = client.bill;
  if (
    written !== null &&
    payer &&
    message.payer === undefined &&
    asksForMoney.has(occasion) &&
    payer.email !== client.email
  )
    await writeMessage(tx, loaded, {
      ...message,
      id: `${id}:payer`,
      cause: `${cause}:payer`,
      occasion: 'payer',
      payer: payer.email,
    });
  return written;
}

/** Where somebody else pays for the client, they are asked at the same time: by a link that shows what a payer needs. */
const asksForMoney: ReadonlySet<Occasion> = new Set<Occasion>(['request', 'ask', 'overdue', 'declined']);

/** What the newest change changed, as it was at its moment. */
export function newestChange(booking: LoadedBooking['booking'], facts: LoadedBooking['facts']): string[] {
  const index = facts.findLastIndex((fact) => fact.kind === 'changed');
  if (index < 0) return [];
  const change = facts[index] as FactOf<'changed'>;
  const agreed = agreedOf(booking);
  const before = bookingState(withDeal(agreed, change.before), facts.slice(0, index), change.at);
  const after = bookingState(agreed, facts.slice(0, index + 1), change.at);
  return changeSentences(before, after, [change.before, change.after]);
}
