import { ledgerOf } from '#core/bookings/ledger';
import type { Instant } from '#core/calendar/instant';
import {
  erasedClient,
  erasedDocument,
  erasedDraft,
  erasedName,
  erasedOffer,
  erasedOrder,
  erasedPaper,
} from '#core/factCodec/erased';
import { withdrawnFacts } from '#core/consent/withdrawnFacts';
import { lockBookings } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import { rowsOf, type Tx } from '#server/database/database';
import { bookings, facts } from '#server/database/schema/bookings';
import { clientDevices, clientLinks } from '#server/database/schema/clientLinks';
import { cards, clients, deviceCodes } from '#server/database/schema/clients';
import {
  creditReceipts,
  paymentRequests,
  requestFacts,
  requestLinks,
  requestPayments,
  vouchers,
} from '#server/database/schema/credit';
import { disputeAnswers } from '#server/database/schema/disputes';
import { checkouts } from '#server/database/schema/places';
import { quoteFacts, quoteLinks, quoteRevisions, quotes, signedDocuments } from '#server/database/schema/quotes';
import { words } from '#server/database/schema/words';
import { jobs, intents, messages } from '#server/database/schema/work';
import type { Erasure } from '#server/erasure/erasuresList';
import { eraseFiles, filesOf } from '#server/erasure/eraseFiles';
import { quotesOf } from '#server/erasure/quotesOf';
import { lockQuote } from '#server/quotes/lockQuote';
import { recordQuoteFacts } from '#server/quotes/recordQuote';
import { and, eq, inArray, isNotNull, isNull, like, ne, or, type SQL, sql } from 'drizzle-orm';

/** What is of a person: their rows by id, and the address that others' rows may name; empty where it is not theirs alone. */
type Theirs = {
  readonly clientId: string;
  readonly name: string;
  readonly email: string;
  readonly bookings: readonly string[];
  readonly numbers: readonly string[];
  readonly quotes: readonly string[];
  readonly requests: readonly string[];
};

async function theirsOf(tx: Tx, { id, name, email }: typeof clients.$inferSelect): Promise<Theirs> {
  const own = await tx
    .select({ id: bookings.id, number: bookings.number })
    .from(bookings)
    .where(eq(bookings.clientId, id));
  const requests = await tx
    .select({ id: paymentRequests.id, number: paymentRequests.number })
    .from(paymentRequests)
    .where(eq(paymentRequests.clientId, id));
  // A couple with one address: what names it is the other's as well.
  const shared = await tx
    .select({ id: clients.id })
    .from(clients)
    .where(and(sql`lower(${clients.email}) = ${email.toLowerCase()}`, ne(clients.id, id)))
    .limit(1);
  const theirQuotes = await tx.select({ id: quotes.id }).from(quotes).where(quotesOf(tx, { id, name, email }));
  return {
    clientId: id,
    name,
    email: shared.length > 0 ? '' : email,
    bookings: own.map((booking) => booking.id),
    numbers: [...own, ...requests].map(({ number }) => number),
    quotes: theirQuotes.map((quote) => quote.id),
    requests: requests.map((request) => request.id),
  };
}

/**
 * Everything goes that says who a person is, where they can be reached and what they wrote, and every picture; what they
 * agreed to, paid and got stays, as the books and their documents do, which the law wants kept. Nothing is asked here:
 * whether it may be done is its caller's question. A second time it changes nothing.
 * @returns whether there was such a client, not erased yet
 */
export async function erasePerson(tx: Tx, { clientId, by, at }: Erasure, now: Instant): Promise<boolean> {
  const [client] = await tx
    .select()
    .from(clients)
    .where(and(eq(clients.id, clientId), isNull(clients.erasedAt)));
  if (!client) return false;
  const theirs = await theirsOf(tx, client);
  // Bookings before quotes before their client, as everybody locks them.
  await lockBookings(tx, theirs.bookings);
  for (const id of theirs.quotes) await withdraw(tx, id, now);
  const attached = await filesOf(tx, theirs);
  await tx
    .update(clients)
    .set({ ...erasedClient, accountLimit: null, erasedAt: at, erasedBy: by })
    .where(eq(clients.id, clientId));
  await closeDoors(tx, theirs);
  await eraseWords(tx, theirs);
  await eraseQuotes(tx, theirs, at);
  await eraseLetters(tx, theirs);
  await eraseRequests(tx, theirs);
  await eraseAnswers(tx, theirs);
  await eraseFiles(tx, attached);
  await tx.update(bookings).set({ bill: null }).where(eq(bookings.clientId, clientId));
  for (const loaded of await lockBookings(tx, theirs.bookings))
    await recordFacts(tx, loaded, withdrawnFacts(ledgerOf(loaded.facts), now), now);
  return true;
}

async function withdraw(tx: Tx, quoteId: string, now: Instant): Promise<void> {
  const loaded = (await lockQuote(tx, quoteId))!;
  if (loaded.facts.some(({ kind }) => kind === 'accepted' || kind === 'withdrawn')) return;
  await recordQuoteFacts(tx, loaded, [{ kind: 'withdrawn', at: now }], now);
}

/** No link and no device opens anything of theirs any more, and nothing is kept that could be charged. */
async function closeDoors(tx: Tx, { clientId, bookings: ids, quotes: quoteIds, requests }: Theirs): Promise<void> {
  await tx.delete(cards).where(eq(cards.clientId, clientId));
  // What is still to be asked with a token keeps it until it is answered: its repeat is known by all of it.
  const over = (state: typeof intents.state | typeof requestPayments.state): SQL =>
    inArray(state, ['approved', 'declined']);
  await tx
    .update(intents)
    .set({ request: sql`jsonb_set(${intents.request}, '{card,token}', '""', false)` })
    .where(and(inArray(intents.bookingId, [...ids]), over(intents.state)));
  await tx
    .update(requestPayments)
    .set({ card: sql`jsonb_set(${requestPayments.card}, '{token}', '""', false)` })
    .where(and(inArray(requestPayments.requestId, [...requests]), over(requestPayments.state)));
  await tx
    .delete(clientDevices)
    .where(or(eq(clientDevices.clientId, clientId), inArray(clientDevices.bookingId, [...ids])));
  await tx.update(deviceCodes).set({ device: null, used: true }).where(eq(deviceCodes.clientId, clientId));
  await tx.delete(clientLinks).where(inArray(clientLinks.bookingId, [...ids]));
  await tx.delete(quoteLinks).where(inArray(quoteLinks.quoteId, [...quoteIds]));
  await tx.delete(requestLinks).where(inArray(requestLinks.requestId, [...requests]));
  if (ids.length > 0)
    await tx
      .update(checkouts)
      .set({ device: null, networks: null })
      .where(sql`${checkouts.bookingIds} ?| ${sql.param([...ids])}::text[]`);
}

/** Words of their facts, and those of others' that name their address. */
async function eraseWords(tx: Tx, theirs: Theirs): Promise<void> {
  const heldBy = [
    [facts, facts.bookingId, theirs.bookings],
    [quoteFacts, quoteFacts.quoteId, theirs.quotes],
    [requestFacts, requestFacts.requestId, theirs.requests],
  ] as const;
  const theirOwn = heldBy.map(
    ([table, column, ids]) =>
      sql`exists (select 1 from ${table} where ${table.wordsId} = ${words.id} and ${inArray(column, [...ids])})`,
  );
  await tx
    .update(words)
    .set({ said: null })
    .where(and(sql`${words.said} is not null`, or(...theirOwn, names(sql`${words.said}::text`, theirs))));
}

/** Whether it is their address; a client without one is named by none. */
const isTheirs = (address: SQL, { email }: Theirs): SQL =>
  email === '' ? sql`false` : sql`lower(${address}) = ${email.toLowerCase()}`;

/** A voucher that somebody else bought for them. */
const isFor = (order: typeof vouchers.order | typeof paymentRequests.voucher, theirs: Theirs): SQL =>
  isTheirs(sql`${order}->'to'->>'email'`, theirs);

/** Whether a text of JSON has their address as one of its values. */
const names = (text: SQL, { email }: Theirs): SQL =>
  email === '' ? sql`false` : sql`position(${JSON.stringify(email).toLowerCase()} in lower(${text})) > 0`;

async function eraseQuotes(tx: Tx, { quotes: ids }: Theirs, erasedAt: Instant): Promise<void> {
  for (const id of ids) {
    const [quote] = await tx
      .select({ draft: quotes.draft, number: quotes.number })
      .from(quotes)
      .where(eq(quotes.id, id));
    const draft = erasedDraft(quote!.draft);
    const search = [quote!.number, draft.title].join(' ').toLowerCase();
    await tx.update(quotes).set({ draft, bill: null, search, erasedAt }).where(eq(quotes.id, id));
    for (const { revision, offer } of await tx.select().from(quoteRevisions).where(eq(quoteRevisions.quoteId, id)))
      await tx
        .update(quoteRevisions)
        .set({ offer: erasedOffer(offer) })
        .where(and(eq(quoteRevisions.quoteId, id), eq(quoteRevisions.revision, revision)));
    for (const { sha256, document } of await tx.select().from(signedDocuments).where(eq(signedDocuments.quoteId, id)))
      await tx
        .update(signedDocuments)
        .set({ document: erasedDocument(document), text: '' })
        .where(and(eq(signedDocuments.quoteId, id), eq(signedDocuments.sha256, sha256)));
  }
}

async function eraseRequests(tx: Tx, theirs: Theirs): Promise<void> {
  const { clientId } = theirs;
  for (const { id, paper, voucher } of await tx
    .select()
    .from(paymentRequests)
    .where(eq(paymentRequests.clientId, clientId)))
    await tx
      .update(paymentRequests)
      .set({ paper: erasedPaper(paper), voucher: voucher && erasedOrder(voucher), bill: null })
      .where(eq(paymentRequests.id, id));
  await tx
    .update(requestPayments)
    .set({ payer: '' })
    .where(inArray(requestPayments.requestId, [...theirs.requests]));
  await tx.update(creditReceipts).set({ payer: '' }).where(eq(creditReceipts.clientId, clientId));
  const bought = await tx
    .select()
    .from(vouchers)
    .where(inArray(vouchers.requestId, [...theirs.requests]));
  for (const { id, order } of bought)
    await tx
      .update(vouchers)
      .set({ buyer: erasedName, order: order && erasedOrder(order) })
      .where(eq(vouchers.id, id));
  // Those that somebody else bought for them.
  for (const { id, order } of await tx.select().from(vouchers).where(isFor(vouchers.order, theirs)))
    await tx
      .update(vouchers)
      .set({ order: erasedOrder(order!) })
      .where(eq(vouchers.id, id));
  for (const { id, voucher } of await tx.select().from(paymentRequests).where(isFor(paymentRequests.voucher, theirs)))
    await tx
      .update(paymentRequests)
      .set({ voucher: erasedOrder(voucher!) })
      .where(eq(paymentRequests.id, id));
}

/** Letters of theirs lose whom they were to and what they said; what has not gone out yet does not. */
async function eraseLetters(tx: Tx, theirs: Theirs): Promise<void> {
  const codes = tx.select({ id: deviceCodes.id }).from(deviceCodes).where(eq(deviceCodes.clientId, theirs.clientId));
  const aboutThem = or(
    inArray(messages.bookingId, [...theirs.bookings]),
    inArray(messages.quoteId, [...theirs.quotes]),
    inArray(messages.requestId, [...theirs.requests]),
    inArray(messages.codeId, codes),
    // Whoever bought a voucher for them was told that it was on its way.
    inArray(
      messages.requestId,
      tx.select({ id: paymentRequests.id }).from(paymentRequests).where(isFor(paymentRequests.voucher, theirs)),
    ),
    isTheirs(sql`${messages.recipient}`, theirs),
    names(sql`${messages.copyTo}::text`, theirs),
    // Vouchers that they bought: these say from whom they are.
    inArray(
      messages.voucherId,
      tx
        .select({ id: vouchers.id })
        .from(vouchers)
        .where(inArray(vouchers.requestId, [...theirs.requests])),
    ),
    // What people of the business were told of theirs: by its number, which begins the cause.
    and(
      isNotNull(messages.path),
      or(
        inArray(sql`split_part(${messages.cause}, ':', 1)`, [...theirs.numbers]),
        and(like(messages.cause, 'cards:%'), inArray(sql`split_part(${messages.cause}, ':', 2)`, [...theirs.numbers])),
      ),
    ),
  );
  await tx.delete(messages).where(and(aboutThem, ne(messages.state, 'sent')));
  await tx
    .update(messages)
    .set({ recipient: '', recipientName: '', copyTo: [], subject: '', body: [], facts: null })
    .where(aboutThem);
  await tx
    .update(jobs)
    .set({ errand: sql`${jobs.errand} - 'text'` })
    .where(inArray(jobs.bookingId, [...theirs.bookings]));
}

/** What was shown in disputes over their payments. */
async function eraseAnswers(tx: Tx, { bookings: ids, requests }: Theirs): Promise<void> {
  const disputes = await rowsOf<{ id: string }>(
    tx,
    sql`select distinct ${facts.fact}->>'disputeId' as id from ${facts}
          where ${facts.fact}->>'disputeId' is not null and ${inArray(facts.bookingId, [...ids])}
        union select distinct ${requestFacts.fact}->>'dispute' from ${requestFacts}
          where ${requestFacts.fact}->>'dispute' is not null and ${inArray(requestFacts.requestId, [...requests])}`,
  );
  await tx
    .update(disputeAnswers)
    .set({ word: '', content: null })
    .where(
      inArray(
        disputeAnswers.dispute,
        disputes.map(({ id }) => id),
      ),
    );
}
