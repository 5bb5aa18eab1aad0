import type { Instant } from '#core/calendar/instant';
import { figuresOfDocument } from '#core/invoices/figures';
import type { MissingForDocument } from '#core/invoices/missing';
import { requestDocuments } from '#core/invoices/requestDocuments';
import type { WantedDocument } from '#core/invoices/documentsStanding';
import { least, type Minor, zero } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { factsOfRequests } from '#server/paymentRequests/requestFacts';
import { type RequestRow, standingOfRequest } from '#server/paymentRequests/requests';
import type { Database, Tx } from '#server/database/database';
import { allTaxes, ownerRow } from '#server/database/ownerRow';
import { clients } from '#server/database/schema/clients';
import { requestPayments } from '#server/database/schema/credit';
import { documents, requestDocumentsHeld } from '#server/database/schema/documents';
import { payAccounts } from '#server/database/schema/ways';
import type { Deps } from '#server/deps';
import { missingOf } from '#server/invoices/missingOf';
import { type DocumentRow, type DocumentSubject, issueDocument } from '#server/invoices/issue';
import { writeRequestDocumentLetter } from '#server/mail/letters/writeRequestLetter';
import { offeredForRequest } from '#server/paymentMethods/offered';
import { and, asc, eq } from 'drizzle-orm';

export const documentsOfRequest = (db: Database | Tx, requestId: string): Promise<DocumentRow[]> =>
  db.select().from(documents).where(eq(documents.requestId, requestId)).orderBy(asc(documents.place));

/** Whether nothing of it is real money: paid by a made-up card, or none but such is offered. */
async function isTrial(tx: Tx | Database, deps: Pick<Deps, 'adapters'>, request: RequestRow, now: Instant) {
  const paid = await tx
    .select({ mode: payAccounts.mode })
    .from(requestPayments)
    .innerJoin(payAccounts, eq(payAccounts.id, requestPayments.accountId))
    .where(and(eq(requestPayments.requestId, request.id), eq(requestPayments.state, 'approved')));
  if (paid.length > 0) return paid.some(({ mode }) => mode === 'test');
  const { online } = await offeredForRequest(tx, deps, request, now);
  return online.length > 0 && online.every(({ live }) => !live);
}

async function subjectOf(
  db: Database | Tx,
  deps: Pick<Deps, 'adapters'>,
  request: RequestRow,
  now: Instant,
): Promise<DocumentSubject> {
  const [client] = await db.select().from(clients).where(eq(clients.id, request.clientId));
  return {
    owner: await ownerRow(db),
    taxes: await allTaxes(db),
    client: { ...client!, bill: request.bill ?? client!.bill },
    about: { requestId: request.id },
    title: request.note,
    reference: request.number,
    orderReference: request.paper.reference,
    currency: request.currency,
    service: null,
    trial: await isTrial(db, deps, request, now),
    ...(request.paper.dueDay ? { dueDay: request.paper.dueDay } : {}),
  };
}

/** What is missing before a request can be invoiced, said before anything is. */
export async function missingForRequest(
  db: Database | Tx,
  deps: Pick<Deps, 'adapters'>,
  request: RequestRow,
  now: Instant,
): Promise<MissingForDocument[]> {
  const { price } = request.paper;
  return price ? missingOf(await subjectOf(db, deps, request, now), price) : [];
}

type NotIssued = { readonly code: 'document_data_missing'; readonly missing: readonly MissingForDocument[] };

/**
 * Issues what follows from what happened to a request with lines and was not issued yet; the caller holds its row. Where
 * something is missing nothing is issued, and the owner is told what: a payment is not stopped by it.
 */
export async function issueForRequest(
  tx: Tx,
  deps: Pick<Deps, 'newId' | 'adapters'>,
  request: RequestRow,
  { now, byHand = false }: { readonly now: Instant; readonly byHand?: boolean },
): Promise<Result<DocumentRow[], NotIssued>> {
  const { price, invoiced } = request.paper;
  if (!price) return ok([]);
  const told = await factsOfRequests(tx, [request.id]);
  const facts = told.toReversed().map(({ fact }) => fact);
  const all = await documentsOfRequest(tx, request.id);
  const wanted = requestDocuments(
    facts,
    all.map(({ cause }) => cause),
    byHand ? 'byHand' : invoiced,
  );
  await tx.delete(requestDocumentsHeld).where(eq(requestDocumentsHeld.requestId, request.id));
  if (wanted.length === 0) return ok([]);
  const subject = await subjectOf(tx, deps, request, now);
  const missing = missingOf(subject, price);
  if (missing.length > 0) {
    if (!byHand) await tx.insert(requestDocumentsHeld).values({ requestId: request.id, missing, at: now });
    return refuse({ code: 'document_data_missing', missing });
  }
  const { left } = await standingOfRequest(tx, request);
  const issued: DocumentRow[] = [];
  for (const each of wanted) {
    const figures = figuresOfDocument(each, all, price);
    if (!figures.ok) throw new Error(`documents of ${request.number}: ${figures.refusal.message}`);
    const open = openOf(each, figures.value.total, left);
    const given = { id: deps.newId(), figures: figures.value, price, earlier: [...all], open, now };
    const row = await issueDocument(tx, subject, each, given);
    all.push(row);
    issued.push(row);
    if (subject.owner.documents.send) await writeRequestDocumentLetter(tx, deps, request, row, now);
  }
  return ok(issued);
}

const openOf = ({ kind }: WantedDocument, total: Minor, left: Minor | null): Minor =>
  kind === 'final' ? least(total, left ?? zero) : zero;
