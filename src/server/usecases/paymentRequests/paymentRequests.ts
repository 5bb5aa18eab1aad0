import type { CreateRequest, OnRequest, RequestLines } from '#contracts/credit/credit';
import { askedAgainAt } from '#core/paymentRequests/requestDue';
import { plainPaper, type RequestPaper } from '#core/paymentRequests/requestPaper';
import { takenBackNow, unpaidOf } from '#core/paymentRequests/requestStanding';
import type { MissingForDocument } from '#core/invoices/missing';
import type { Minor } from '#core/money/minor';
import { price, type PriceInput } from '#core/price/price';
import { ok, refuse, type Result } from '#core/result';
import type { Database, Tx } from '#server/database/database';
import { lockOwner } from '#server/database/ownerRow';

import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { paymentRequests } from '#server/database/schema/credit';
import { files } from '#server/database/schema/files';
import { jobs } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { writeRequestLetter } from '#server/mail/letters/writeRequestLetter';
import { issueForRequest, missingForRequest } from '#server/invoices/requestDocuments';
import { tell } from '#server/paymentRequests/requestFacts';
import { keepRequestLink } from '#server/links/requestLink';
import { taxLines } from '#server/catalogue/taxLines';
import { and, eq, inArray } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import {
  askedFor,
  isBeingPaid,
  lockRequest,
  nextRequestNumber,
  recordOfRequest,
  type RequestRow,
  standingOfRequest,
} from '#server/paymentRequests/requests';

/** The letter that waits, and can be called back for a while; null where one waits already. */
type Written = { readonly messageId: string | null };
type NotThere = { readonly code: 'request_not_found' };
type Made = { readonly id: string; readonly number: string; readonly url: string | null } & Written;
export type NotMade =
  | {
      readonly code: 'tax_unknown' | 'nothing_to_ask_for' | 'smallest_above_sum' | 'file_not_found';
      readonly path: string;
    }
  | { readonly code: 'booking_not_found' }
  | { readonly code: 'document_data_missing'; readonly missing: readonly MissingForDocument[] };

/** The lines with the rates of today. */
async function priceOf(
  db: Database | Tx,
  currency: string,
  { taxMode, lines, discount }: RequestLines,
): Promise<Result<PriceInput, NotMade>> {
  const known = await taxLines(db);
  const taxes: Record<string, { rate: PriceInput['taxes'][string]['rate'] }> = {};
  for (const [index, line] of lines.entries())
    for (const [position, code] of line.taxes.entries()) {
      const tax = known.find((each) => each.code === code);
      if (!tax) return refuse({ code: 'tax_unknown', path: `paper.lines.lines.${index}.taxes.${position}` });
      taxes[code] = { rate: tax.rate };
    }
  const input: PriceInput = { currency, taxMode, taxes, lines, ...(discount ? { discount } : {}) };
  return price(input).total > 0 ? ok(input) : refuse({ code: 'nothing_to_ask_for', path: 'paper.lines' });
}

async function paperOf(
  db: Database | Tx,
  currency: string,
  { amount, smallest, paper: given, bookingId }: CreateRequest,
): Promise<Result<{ paper: RequestPaper; amount: Minor | null }, NotMade>> {
  if (bookingId && (await db.$count(bookings, eq(bookings.id, bookingId))) === 0)
    return refuse({ code: 'booking_not_found' });
  if (!given) return ok({ paper: plainPaper, amount });
  const { lines, invoiced, ...rest } = given;
  const ids = [...new Set(rest.attachments.map(({ file }) => file))];
  if (ids.length > 0 && (await db.$count(files, inArray(files.id, ids))) < ids.length)
    return refuse({ code: 'file_not_found', path: 'paper.attachments' });
  if (!lines) return ok({ paper: { ...rest, price: null, invoiced: 'no' }, amount });
  const priced = await priceOf(db, currency, lines);
  if (!priced.ok) return priced;
  const { total } = price(priced.value);
  if (smallest !== null && smallest > total) return refuse({ code: 'smallest_above_sum', path: 'smallest' });
  return ok({ paper: { ...rest, price: priced.value, invoiced }, amount: total });
}

/** What is refused after something was written takes it along. */
class Refused extends Error {
  constructor(readonly refusal: NotMade) {
    super(refusal.code);
  }
}

/**
 * Asks for money without a booking. Its link is sent or given to be copied; both tell in the same way that it was
 * opened, paid, and by whom. With lines it sells what they list; the invoice follows where the request says so.
 */
export const createRequest =
  (deps: Deps) =>
  async (request: CreateRequest): Promise<Result<Made, NotMade>> => {
    const { db } = deps;
    try {
      const { row, messageId } = await db.transaction((tx) => made(tx, deps, request));
      const { id, number } = row;
      if (!request.send) return ok({ id, number, url: await copied(deps, id), messageId });
      deps.outbox.wake();
      return ok({ id, number, url: null, messageId });
    } catch (error) {
      if (error instanceof Refused) return refuse(error.refusal);
      throw error;
    }
  };

async function made(tx: Tx, deps: Deps, request: CreateRequest): Promise<{ row: RequestRow } & Written> {
  const { clock, newId } = deps;
  const now = clock.now();
  const owner = await lockOwner(tx);
  const [before] = await tx.select().from(paymentRequests).where(eq(paymentRequests.requestKey, request.requestKey));
  if (before) return { row: before, messageId: null };
  const currency = request.currency ?? owner.currency;
  const asked = await paperOf(tx, currency, request);
  if (!asked.ok) throw new Refused(asked.refusal);
  const { paper, amount } = asked.value;
  const email = request.clientEmail.toLowerCase();
  const same = and(eq(clients.email, email), eq(clients.name, request.clientName));
  const [known] = await tx.select().from(clients).where(same);
  const client = known ?? { id: newId(), name: request.clientName, email };
  if (!known) await tx.insert(clients).values(client);
  const { requestKey, note, smallest, expiresAt, ways, bookingId } = request;
  const [row] = await tx
    .insert(paymentRequests)
    .values({
      id: newId(),
      number: await nextRequestNumber(tx),
      requestKey,
      clientId: client.id,
      note,
      currency,
      amount,
      smallest,
      expiresAt,
      paper,
      bookingId: bookingId ?? null,
      madeAt: now,
      ...(ways ? { ways } : {}),
    })
    .returning();
  if (paper.invoiced !== 'no') {
    const missing = await missingForRequest(tx, deps, row!, now);
    if (missing.length > 0) throw new Refused({ code: 'document_data_missing', missing });
  }
  const { timeZone, documents } = owner;
  const again = askedAgainAt(paper.dueDay, { remindDays: documents.remindDays, timeZone, from: now });
  if (again.length > 0)
    await tx
      .insert(jobs)
      .values(
        again.map((errand) => ({ id: newId(), requestId: row!.id, ...errand, errand, state: 'waiting' as const })),
      );
  return { row: row!, messageId: request.send ? await writeRequestLetter(tx, deps, row!, now) : null };
}

async function copied(deps: Deps, requestId: string): Promise<string> {
  const { db, clock, baseUrl } = deps;
  const token = randomBytes(32).toString('base64url');
  await db.transaction(async (tx) => {
    const now = clock.now();
    const request = (await lockRequest(tx, requestId))!;
    await keepRequestLink(tx, token, requestId, 'link');
    await tell(tx, deps, requestId, { kind: 'copied' }, now);
    await askedFor(tx, deps, request, now);
    await issueForRequest(tx, deps, request, { now });
  });
  deps.outbox.wake();
  return `${baseUrl}/r/${token}`;
}

/** Sends the request (again): committed here, and handed over by the outbox as soon as the mail server takes it. */
export const sendRequest =
  (deps: Deps) =>
  async ({ requestId }: OnRequest): Promise<Result<Written, NotThere>> => {
    const result = await deps.db.transaction(async (tx): Promise<Result<Written, NotThere>> => {
      const request = await lockRequest(tx, requestId);
      if (!request) return refuse({ code: 'request_not_found' });
      return ok({ messageId: await writeRequestLetter(tx, deps, request, deps.clock.now()) });
    });
    deps.outbox.wake();
    return result;
  };

export const copyRequestLink =
  (deps: Deps) =>
  async ({ requestId }: OnRequest): Promise<Result<{ url: string }, NotThere>> => {
    const [row] = await deps.db.select().from(paymentRequests).where(eq(paymentRequests.id, requestId));
    return row ? ok({ url: await copied(deps, requestId) }) : refuse({ code: 'request_not_found' });
  };

/** Asks for it no more: what was sold and not paid is owed no more, and its invoice credited. */
export const withdrawRequest =
  (deps: Deps) =>
  async ({
    requestId,
  }: OnRequest): Promise<Result<{ withdrawn: true }, NotThere | { readonly code: 'request_being_paid' }>> => {
    const refused = await deps.db.transaction(async (tx) => {
      const request = await lockRequest(tx, requestId);
      if (!request) return 'request_not_found' as const;
      if (request.withdrawnAt !== null) return null;
      // What was sold would be taken back, and paid a moment later.
      if (request.paper.price && (await isBeingPaid(tx, requestId))) return 'request_being_paid' as const;
      const now = deps.clock.now();
      await tx.update(paymentRequests).set({ withdrawnAt: now }).where(eq(paymentRequests.id, requestId));
      const standing = await standingOfRequest(tx, request);
      const back = request.paper.price && takenBackNow(request.paper.price, standing, unpaidOf(standing));
      if (!back) return null;
      await recordOfRequest(tx, deps, request, back, { now });
      await issueForRequest(tx, deps, request, { now });
      return null;
    });
    deps.outbox.wake();
    return refused ? refuse({ code: refused }) : ok({ withdrawn: true });
  };
