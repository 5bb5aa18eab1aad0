import type { CreateRequest, OnRequest } from '#contracts/credit';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import { formatMoney } from '#core/money/formatMoney';
import { ok, refuse, type Result } from '#core/result';
import type { Database, Tx } from '#server/database/open';
import { business } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import {
  creditReceipts,
  paymentRequests,
  requestFacts,
  type RequestFact,
  requestLinks,
} from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { htmlBody, textBody } from '#server/documents/messageBody';
import { hashOfToken } from '#server/usecases/clientLink';
import type { TooManyCards } from '#server/usecases/manyCards';
import { and, eq } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';

export type RequestRow = typeof paymentRequests.$inferSelect;
export type RequestRefusal =
  | TooManyCards
  | { readonly code: 'request_not_found' | 'request_over' | 'request_paid' | 'card_unknown' | 'attempt_changed' }
  | { readonly code: 'way_not_offered' | 'account_not_found' }
  | { readonly code: 'payment_under_way'; readonly confirmUrl: string | null }
  | { readonly code: 'not_the_sum' | 'amount_too_small'; readonly limit: Minor; readonly path: 'amount' };

export const tell = (
  tx: Tx | Database,
  { newId }: Pick<Deps, 'newId'>,
  requestId: string,
  fact: RequestFact,
  at: Instant,
) => tx.insert(requestFacts).values({ id: newId(), requestId, fact, at });

async function makeLink(tx: Tx | Database, requestId: string, via: 'message' | 'link'): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await tx.insert(requestLinks).values({ hash: hashOfToken(token), requestId, via });
  return token;
}

/**
 * Asks for money without a booking. Its link is sent or given to be copied; both tell in the same way that it was
 * opened, paid, and by whom.
 */
export const createRequest =
  (deps: Deps) =>
  async (request: CreateRequest): Promise<Result<{ id: string; number: string; url: string | null }, never>> => {
    const { db, clock, newId } = deps;
    const now = clock.now();
    const made = await db.transaction(async (tx): Promise<RequestRow & { isNew: boolean }> => {
      const [owner] = await tx.select().from(business).for('update');
      const [before] = await tx
        .select()
        .from(paymentRequests)
        .where(eq(paymentRequests.requestKey, request.requestKey));
      if (before) return { ...before, isNew: false };
      const email = request.clientEmail.toLowerCase();
      const same = and(eq(clients.email, email), eq(clients.name, request.clientName));
      const [known] = await tx.select().from(clients).where(same);
      const client = known ?? { id: newId(), name: request.clientName, email };
      if (!known) await tx.insert(clients).values(client);
      const count = (await tx.$count(paymentRequests)) + 1;
      const { requestKey, note, currency, amount, smallest, expiresAt, ways } = request;
      const [row] = await tx
        .insert(paymentRequests)
        .values({
          ...{ id: newId(), number: `P-${String(count).padStart(4, '0')}`, requestKey, clientId: client.id },
          ...{ note, currency: currency ?? owner!.currency, amount, smallest, expiresAt, madeAt: now },
          ...(ways ? { ways } : {}),
        })
        .returning();
      return { ...row!, isNew: true };
    });
    if (!request.send) return ok({ id: made.id, number: made.number, url: await copied(deps, made.id) });
    if (made.isNew) await sendRequest(deps)({ requestId: made.id });
    return ok({ id: made.id, number: made.number, url: null });
  };

async function copied(deps: Deps, requestId: string): Promise<string> {
  const token = await makeLink(deps.db, requestId, 'link');
  await tell(deps.db, deps, requestId, { kind: 'copied' }, deps.clock.now());
  return `${deps.baseUrl}/r/${token}`;
}

/** @throws where the mailbox cannot be reached: then nothing is said to be sent, and it may be asked for again */
export const sendRequest =
  (deps: Deps) =>
  async ({ requestId }: OnRequest): Promise<Result<{ sent: true }, RequestRefusal>> => {
    const { db, clock, mailbox, baseUrl, newId } = deps;
    const [row] = await db
      .select({ request: paymentRequests, client: clients })
      .from(paymentRequests)
      .innerJoin(clients, eq(clients.id, paymentRequests.clientId))
      .where(eq(paymentRequests.id, requestId));
    if (!row) return refuse({ code: 'request_not_found' });
    const { request, client } = row;
    const [owner] = await db.select().from(business);
    const token = await makeLink(db, requestId, 'message');
    const sum = request.amount === null ? '' : ` of ${formatMoney(request.amount, request.currency)}`;
    const letter = {
      greeting: `Dear ${client.name},`,
      paragraphs: [`${owner!.name} asks you for a payment${sum}: ${request.note}`],
      action: 'Read and pay',
      ...{ link: `${baseUrl}/r/${token}`, signature: `${owner!.name} · ${request.number}`, colour: owner!.look.colour },
    };
    await mailbox.send({
      key: `request:${newId()}`,
      from: { name: owner!.name, address: owner!.email },
      to: { name: client.name, address: client.email },
      subject: `${owner!.name}: a payment${sum}`,
      ...{ text: textBody(letter), html: htmlBody(letter) },
    });
    await tell(db, deps, requestId, { kind: 'sent', to: client.email }, clock.now());
    return ok({ sent: true });
  };

export const copyRequestLink =
  (deps: Deps) =>
  async ({ requestId }: OnRequest): Promise<Result<{ url: string }, RequestRefusal>> => {
    const [row] = await deps.db.select().from(paymentRequests).where(eq(paymentRequests.id, requestId));
    return row ? ok({ url: await copied(deps, requestId) }) : refuse({ code: 'request_not_found' });
  };

export const withdrawRequest =
  ({ db, clock }: Deps) =>
  async ({ requestId }: OnRequest): Promise<Result<{ withdrawn: true }, RequestRefusal>> => {
    const rows = await db
      .update(paymentRequests)
      .set({ withdrawnAt: clock.now() })
      .where(eq(paymentRequests.id, requestId))
      .returning({ id: paymentRequests.id });
    return rows.length > 0 ? ok({ withdrawn: true }) : refuse({ code: 'request_not_found' });
  };

/** The request of a link, and which way it went. */
export async function requestOfLink(db: Tx | Database, link: string) {
  const [row] = await db
    .select({ request: paymentRequests, via: requestLinks.via })
    .from(requestLinks)
    .innerJoin(paymentRequests, eq(paymentRequests.id, requestLinks.requestId))
    .where(eq(requestLinks.hash, hashOfToken(link)));
  return row ?? null;
}

export const isOver = ({ withdrawnAt, expiresAt }: RequestRow, now: Instant): boolean =>
  withdrawnAt !== null || (expiresAt !== null && expiresAt <= now);

export const paidFor = async (db: Tx | Database, requestId: string): Promise<number> =>
  (
    await db
      .select({ amount: creditReceipts.amount })
      .from(creditReceipts)
      .where(eq(creditReceipts.requestId, requestId))
  )
    .map(({ amount }) => amount)
    .reduce((sum, amount) => sum + amount, 0);

/** Opening it is told once for each way that it went. */
export async function noteOpened(deps: Deps, requestId: string, via: 'message' | 'link'): Promise<void> {
  const { db, clock } = deps;
  const before = await db
    .select({ fact: requestFacts.fact })
    .from(requestFacts)
    .where(eq(requestFacts.requestId, requestId));
  if (before.some(({ fact }) => fact.kind === 'opened' && fact.via === via)) return;
  await tell(db, deps, requestId, { kind: 'opened', via }, clock.now());
}
