import { disputeTitles } from '#core/wording/disputeWords';
import { evidenceOrder } from '#core/disputes/evidence';
import { bookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { PlainDate } from '#core/calendar/days';
import { formatMoney } from '#core/money/formatMoney';
import { sum } from '#core/money/minor';
import { fullDate, longMoment } from '#core/wording/days';
import { documentTitle } from '#core/wording/documentWords';
import { type Evidence, evidenceOf, evidenceTitles } from '#core/wording/evidenceWords';
import { agreedOf } from '#server/bookings/lockBooking';
import type { Database, Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { files } from '#server/database/schema/files';
import type { AnswerPdf } from '#server/pdf/disputePdf';
import { makePaper } from '#server/pdf/papers';
import type { DisputeSubject } from '#server/disputes/disputeSubject';
import { documentsOf } from '#server/invoices/bookingDocuments';
import { agreementOfBooking } from '#server/quotes/agreementOfBooking';
import { factsOfRequests } from '#server/paymentRequests/requestFacts';
import { inArray } from 'drizzle-orm';

/** Every day is written with its year. */
const noDay = '0001-01-01' as PlainDate;

async function signedOf(db: Database | Tx, subject: DisputeSubject & { kind: 'booking' }, now: Instant) {
  const found = await agreementOfBooking(db, subject.loaded, now);
  const signed = found?.quote.facts.findLast((fact) => fact.kind === 'signed' && fact.signatory === 'client');
  if (signed?.kind !== 'signed') return null;
  return { name: found!.quote.quote.number, by: signed.name, sha256: signed.sha256, at: signed.at };
}

/** What speaks for the business, from what is kept of the booking or request. */
export async function evidenceFor(db: Database | Tx, subject: DisputeSubject, now: Instant): Promise<Evidence[]> {
  const { dispute, payment: answered } = subject;
  if (subject.kind === 'booking') {
    const { loaded } = subject;
    const { booking, client, facts } = loaded;
    const current = bookingState(agreedOf(booking), facts, now);
    const issued = await documentsOf(db, booking.id);
    return evidenceOf({
      dispute,
      current,
      facts,
      title: booking.title,
      number: booking.number,
      price: booking.price,
      client,
      answered,
      signed: await signedOf(db, subject, now),
      documents: issued.map(({ number, kind, day }) => ({
        number,
        title: documentTitle[kind],
        day: fullDate(day as PlainDate),
      })),
    });
  }
  const { request } = subject;
  const { timeZone } = await ownerRow(db);
  const told = (await factsOfRequests(db, [request.id])).toReversed();
  const when = (at: Instant): string => longMoment(at, timeZone, noDay);
  const money = (amount: typeof dispute.amount): string => formatMoney(amount, request.currency);
  const lines: Partial<Record<Evidence['kind'], string[]>> = {
    authentication: answered ? [`The bank approved it on ${when(answered.at)}, reference ${answered.reference}.`] : [],
    agreement: [`Request ${request.number}: ${request.note}`],
    opened: told.flatMap(({ fact, at }) => (fact.kind === 'opened' ? [`${when(at)}: the page of the request`] : [])),
    letters: told.flatMap(({ fact, at }) => (fact.kind === 'sent' ? [`${when(at)} to ${fact.to}`] : [])),
    ledger: told.flatMap(({ fact, at }) =>
      fact.kind === 'paid' ? [`${when(at)}: ${money(sum([fact.amount]))} paid by ${fact.by}`] : [],
    ),
  };
  return evidenceOrder[dispute.family].map((kind) => ({
    kind,
    title: evidenceTitles[kind],
    lines: lines[kind] ?? [],
    pictures: [],
  }));
}

/** Of what an answer speaks, as its first rows say it. */
async function aboutOf(db: Database | Tx, subject: DisputeSubject) {
  const { dispute, payment } = subject;
  const currency = subject.kind === 'booking' ? subject.loaded.booking.currency : subject.request.currency;
  const { timeZone } = await ownerRow(db);
  const whole = sum([dispute.amount, dispute.fee, dispute.tip]);
  const number = subject.kind === 'booking' ? subject.loaded.booking.number : subject.request.number;
  const day = (at: Instant): string => longMoment(at, timeZone, noDay);
  return {
    number,
    rows: [
      ['Matter', dispute.id],
      ['Payment', payment?.reference ?? ''],
      ['Sum', formatMoney(whole, currency)],
      ['Reason', `${disputeTitles[dispute.family]} (${dispute.code})`],
      ['Opened', day(dispute.openedAt)],
      [subject.kind === 'booking' ? 'Booking' : 'Request', number],
    ] as const,
  };
}

/** The answer as it would be sent. `given` is what the owner adds of their own. */
export async function answerDocument(
  db: Database | Tx,
  subject: DisputeSubject,
  { word, pictures, now }: { readonly word: string; readonly pictures: readonly string[]; readonly now: Instant },
): Promise<{ readonly content: Buffer; readonly pages: number; readonly shows: Evidence['kind'][] }> {
  const pieces = await evidenceFor(db, subject, now);
  const owner = await ownerRow(db);
  const { dispute } = subject;
  const { rows, number } = await aboutOf(db, subject);
  const ids = [...new Set([...pieces.flatMap((piece) => piece.pictures), ...pictures])];
  const kept = ids.length > 0 ? await db.select().from(files).where(inArray(files.id, ids)) : [];
  const given: AnswerPdf = {
    business: owner.name,
    colour: owner.look.colour ?? '#0d4a56',
    title: dispute.id === '' ? `What is kept of ${number}` : `Answer to a dispute: ${number}`,
    about: dispute.id === '' ? rows.slice(-1) : rows,
    wins: 'Put together from what was recorded as it happened, the most to the point first.',
    pieces,
    word,
    pictures: new Map(kept.filter(({ type }) => type.startsWith('image/')).map(({ id, content }) => [id, content])),
    further: pictures,
    madeAt: new Date(now),
  };
  const made = await makePaper('dispute', given);
  const shows = pieces.filter(({ lines }) => lines.length > 0).map(({ kind }) => kind);
  return { ...made, shows: word === '' ? shows : [...shows, 'word'] };
}
