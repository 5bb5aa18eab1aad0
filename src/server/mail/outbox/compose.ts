import type { Occasion } from '#core/jobs/wantedJobs';
import { bookingState } from '#core/bookings/bookingState';
import { agreedOf, type LoadedBooking, readBooking } from '#server/bookings/lockBooking';
import { ownerRow, type OwnerRow } from '#server/database/ownerRow';
import { paymentRequests } from '#server/database/schema/credit';
import type { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { doorToken } from '#server/auth/doorToken';
import { codePlace } from '#core/wording/voucherWords';
import { codeToSend } from '#server/credit/voucherCode';
import { deviceCode } from '#server/mail/layout/codeMail';
import { inlineLogo, logoCid } from '#server/mail/layout/inlineLogo';
import { type Letter, textLetter } from '#server/mail/layout/letter';
import type { MailAttachment, OutgoingMail } from '#server/ports';
import { calendarFor } from '#server/formats/calendarOf';
import { documents } from '#server/database/schema/documents';
import { files } from '#server/database/schema/files';
import { documentsOf } from '#server/invoices/bookingDocuments';
import { documentPdfs } from '#server/invoices/documentFile';
import type { DocumentRow } from '#server/invoices/issue';
import { lazyModule } from '#server/lazy';
import { transferCid, transferPart } from '#server/mail/outbox/transferPart';
import { isAddressConfirmed } from '#server/mail/letters/addressConfirmed';
import { bringsDocuments, documentOfCause } from '#server/mail/letters/writeDocumentLetter';
import { agreementFile } from '#server/quotes/agreementFile';
import { keepQuoteLink } from '#server/quotes/quoteLink';
import { keepClientLink } from '#server/links/clientLink';
import { keepRequestLink } from '#server/links/requestLink';
import { eq, inArray } from 'drizzle-orm';

export type MessageRow = typeof messages.$inferSelect;

type Read = { readonly link: string | null; readonly reference: string };

/**
 * Where the one button of a message leads: a link of its reader's own, or the owner's page. The link of a message is the
 * same at each try, so that a message that comes twice is the same message.
 */
async function linkOf(deps: Deps, row: MessageRow, booked: LoadedBooking | null): Promise<Read> {
  const { db, clock, baseUrl } = deps;
  const now = clock.now();
  const token = deps.keyOf('link in a message', row.id);
  if (booked) {
    const { booking, facts } = booked;
    const { endAt } = bookingState(agreedOf(booking), facts, now);
    const purpose = row.linkFor === 'payer' ? 'payer' : 'client';
    await keepClientLink(db, token, { bookingId: booking.id, from: endAt, now, purpose });
    return { link: `${baseUrl}/b/${token}`, reference: booking.number };
  }
  if (row.quoteId !== null) {
    const who = row.linkFor ?? 'client';
    const number = await keepQuoteLink(db, token, { quoteId: row.quoteId, who, now });
    const link = row.linkFor === null ? `${baseUrl}/quotes/${number}` : `${baseUrl}/q/${token}`;
    return { link, reference: number };
  }
  if (row.requestId !== null) {
    await keepRequestLink(db, token, row.requestId, 'message');
    const [request] = await db.select().from(paymentRequests).where(eq(paymentRequests.id, row.requestId));
    return { link: `${baseUrl}/r/${token}`, reference: request!.number };
  }
  if (row.voucherId !== null) return { link: `${baseUrl}/book`, reference: '' };
  // Good for half an hour from when it is sent, so made then.
  if (row.occasion === 'newPassword') {
    const once = doorToken(deps, 'new password', row.recipient, row.id);
    return { link: `${baseUrl}${row.path}#${once}`, reference: '' };
  }
  return { link: row.path === null ? null : `${baseUrl}${row.path}`, reference: '' };
}

/** Papers as a letter brings them. */
const attached = async (deps: Deps, owner: OwnerRow, rows: readonly DocumentRow[]): Promise<MailAttachment[]> =>
  (await documentPdfs(deps.db, owner, rows)).map(({ filename, content, type }) => ({
    filename,
    contentType: type,
    content,
  }));

/** All documents of a booking whose client gets its bills. */
async function bookingDocuments(
  deps: Deps,
  owner: OwnerRow,
  { booking, client }: LoadedBooking,
): Promise<MailAttachment[]> {
  if (client.bill.billTo) return [];
  return attached(deps, owner, await documentsOf(deps.db, booking.id));
}

/** The papers that the owner put to a request. */
async function requestAttachments({ db }: Deps, requestId: string): Promise<MailAttachment[]> {
  const [request] = await db.select().from(paymentRequests).where(eq(paymentRequests.id, requestId));
  const ids = request!.paper.attachments.map(({ file }) => file);
  const kept = ids.length === 0 ? [] : await db.select().from(files).where(inArray(files.id, ids));
  return request!.paper.attachments.flatMap(({ file, name }) => {
    const found = kept.find(({ id }) => id === file);
    return found ? [{ filename: name, contentType: found.type, content: found.content }] : [];
  });
}

/** A confirmation brings the days for the calendar, and what was signed. */
async function attachmentsOf(
  deps: Deps,
  row: MessageRow,
  booked: LoadedBooking | null,
  owner: OwnerRow,
): Promise<MailAttachment[]> {
  const document = documentOfCause(row.cause);
  // A paper names a company and people as a stranger may have said them; on the page it is read all the same.
  if (document !== null && booked && !(await isAddressConfirmed(deps.db, booked))) return [];
  if (document !== null)
    return attached(deps, owner, await deps.db.select().from(documents).where(eq(documents.id, document)));
  if (row.requestId !== null && row.occasion === 'paymentRequest') return requestAttachments(deps, row.requestId);
  const wanted: Occasion[] = ['confirmation', 'changed'];
  if (!booked || row.linkFor === 'payer') return [];
  if (bringsDocuments.has(row.occasion))
    return (await isAddressConfirmed(deps.db, booked)) ? bookingDocuments(deps, owner, booked) : [];
  if (!wanted.includes(row.occasion as Occasion)) return [];
  const { number, days } = await calendarFor(deps, booked);
  const calendar = { filename: `${number}.ics`, contentType: 'text/calendar', content: Buffer.from(days) };
  const signed =
    row.occasion === 'confirmation' ? await agreementFile(deps.db, { bookingId: booked.booking.id }) : null;
  return signed ? [calendar, { ...signed, contentType: 'application/pdf' }] : [calendar];
}

/** A code is made of its message's id and the installation's secret, so that it stands nowhere until it is sent. */
async function codeOf(deps: Deps, { codeId, voucherId }: MessageRow): Promise<string | null> {
  if (voucherId !== null) return codeToSend(deps, deps.db, voucherId);
  return codeId === null ? null : deviceCode(deps, codeId);
}

/** The colour of buttons where the business has chosen none. */
const ours = '#0d4a56';
const us = { name: 'Ostendo', line: '', email: '', address: '', logo: null, colour: ours };

const layout = lazyModule(() => import('../layout/LetterLayout'));

/** A committed message as it goes out. */
export async function composeMail(deps: Deps, row: MessageRow): Promise<OutgoingMail> {
  const { htmlLetter } = await layout();
  const owner = await ownerRow(deps.db);
  const { name, line, email, address, look } = owner;
  const who = { name, line, email, address };
  const booked = row.bookingId === null ? null : await readBooking(deps.db, row.bookingId);
  const { link, reference } = await linkOf(deps, row, booked);
  const fromUs = row.path !== null;
  const logo = fromUs || !look.logo ? null : await inlineLogo(deps.db, look.logo);
  const code = await codeOf(deps, row);
  const withCode = (text: string): string => (code === null ? text : text.replaceAll(codePlace, code));
  const subject = withCode(row.subject);
  const transfer = await transferPart(deps, row, booked, owner);
  const letter: Letter = {
    subject,
    business: fromUs ? us : { ...who, logo: logo && `cid:${logoCid}`, colour: look.colour ?? ours },
    greeting: fromUs ? `To ${row.recipientName}` : `Dear ${row.recipientName || 'client'},`,
    paragraphs: row.body.slice(0, -1).map(withCode),
    facts: row.facts,
    button: link === null ? null : { label: row.body.at(-1)!, link },
    transfer: transfer && { text: transfer.text, code: transfer.code && `cid:${transferCid}` },
    reply: fromUs ? null : `Answer this letter to write to ${name}.`,
    reference,
  };
  const inline = [logo, transfer?.code ?? null].filter((part) => part !== null);
  const attachments = [...inline, ...(await attachmentsOf(deps, row, booked, owner))];
  return {
    key: row.id,
    from: { name: fromUs ? 'Ostendo' : name, address: email },
    to: { name: row.recipientName, address: row.recipient },
    subject,
    text: textLetter(letter),
    html: htmlLetter(letter),
    ...(row.copyTo.length > 0 ? { copyTo: row.copyTo } : {}),
    ...(attachments.length > 0 ? { attachments } : {}),
  };
}
