import type { CreateRequest, OnRequest } from '#contracts/credit';
import type { Minor } from '#core/money/minor';
import { formatMoney } from '#core/money/formatMoney';
import { ok, refuse, type Result } from '#core/result';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { business } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { paymentRequests } from '#server/database/schema/credit';
import { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { waitingFor } from '#server/letters/waits';
import { writeLetter } from '#server/letters/write';
import type { TooManyCards } from '#server/guard/manyCards';
import { tell } from '#server/credit/requestFacts';
import { keepRequestLink } from '#server/links/requestLink';
import { and, eq, ne } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import { nextRequestNumber, type RequestRow } from '#server/credit/requests';

export type RequestRefusal =
  | TooManyCards
  | { readonly code: 'request_not_found' | 'request_over' | 'request_paid' | 'card_unknown' | 'attempt_changed' }
  | { readonly code: 'way_not_offered' | 'account_not_found' }
  | { readonly code: 'payment_under_way'; readonly confirmUrl: string | null }
  | { readonly code: 'not_the_sum' | 'amount_too_small'; readonly limit: Minor; readonly path: 'amount' };

/** The letter that waits, and can be called back for a while; null where one waits already. */
type Written = { readonly messageId: string | null };
type NotThere = { readonly code: 'request_not_found' };

/**
 * Asks for money without a booking. Its link is sent or given to be copied; both tell in the same way that it was
 * opened, paid, and by whom.
 */
export const createRequest =
  (deps: Deps) =>
  async (
    request: CreateRequest,
  ): Promise<Result<{ id: string; number: string; url: string | null } & Written, never>> => {
    const { db, clock, newId } = deps;
    const now = clock.now();
    let messageId: string | null = null;
    const made = await db.transaction(async (tx): Promise<RequestRow> => {
      const [owner] = await tx.select().from(business).for('update');
      const [before] = await tx
        .select()
        .from(paymentRequests)
        .where(eq(paymentRequests.requestKey, request.requestKey));
      if (before) return before;
      const email = request.clientEmail.toLowerCase();
      const same = and(eq(clients.email, email), eq(clients.name, request.clientName));
      const [known] = await tx.select().from(clients).where(same);
      const client = known ?? { id: newId(), name: request.clientName, email };
      if (!known) await tx.insert(clients).values(client);
      const { requestKey, note, currency, amount, smallest, expiresAt, ways } = request;
      const [row] = await tx
        .insert(paymentRequests)
        .values({
          id: newId(),
          number: await nextRequestNumber(tx),
          requestKey,
          clientId: client.id,
          note,
          currency: currency ?? owner!.currency,
          amount,
          smallest,
          expiresAt,
          madeAt: now,
          ...(ways ? { ways } : {}),
        })
        .returning();
      if (request.send) messageId = await writeRequest(tx, deps, { request: row!, client });
      return row!;
    });
    const { id, number } = made;
    if (!request.send) return ok({ id, number, url: await copied(deps, id), messageId });
    deps.outbox.wake();
    return ok({ id, number, url: null, messageId });
  };

async function copied(deps: Deps, requestId: string): Promise<string> {
  const { db, clock, baseUrl } = deps;
  const token = randomBytes(32).toString('base64url');
  await db.transaction(async (tx) => {
    await keepRequestLink(tx, token, requestId, 'link');
    await tell(tx, deps, requestId, { kind: 'copied' }, clock.now());
  });
  return `${baseUrl}/r/${token}`;
}

/** Commits the message that asks. One for each time that it was sent before: who asks twice while it waits sends it once. */
async function writeRequest(
  tx: Tx,
  { clock, newId, undoSeconds }: Deps,
  { request, client }: { readonly request: RequestRow; readonly client: { name: string; email: string } },
): Promise<string | null> {
  const owner = await ownerRow(tx);
  const over = and(eq(messages.requestId, request.id), ne(messages.state, 'outgoing'));
  const before = await tx.$count(messages, over);
  const sum = request.amount === null ? '' : ` of ${formatMoney(request.amount, request.currency)}`;
  return writeLetter(tx, {
    id: newId(),
    ...waitingFor(undoSeconds),
    requestId: request.id,
    cause: `sent:${before}`,
    occasion: 'paymentRequest',
    madeAt: clock.now(),
    recipient: client.email,
    recipientName: client.name,
    subject: `${owner.name}: a payment${sum}`,
    body: [`${owner.name} asks you for a payment${sum}: ${request.note}`, 'Read and pay'],
  });
}

/** Sends the request (again): committed here, and handed over by the outbox as soon as the mail server takes it. */
export const sendRequest =
  (deps: Deps) =>
  async ({ requestId }: OnRequest): Promise<Result<Written, NotThere>> => {
    const result = await deps.db.transaction(async (tx): Promise<Result<Written, NotThere>> => {
      const [row] = await tx
        .select({ request: paymentRequests, client: clients })
        .from(paymentRequests)
        .innerJoin(clients, eq(clients.id, paymentRequests.clientId))
        .where(eq(paymentRequests.id, requestId))
        .for('update', { of: paymentRequests });
      if (!row) return refuse({ code: 'request_not_found' });
      return ok({ messageId: await writeRequest(tx, deps, row) });
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

export const withdrawRequest =
  ({ db, clock }: Deps) =>
  async ({ requestId }: OnRequest): Promise<Result<{ withdrawn: true }, NotThere>> => {
    const rows = await db
      .update(paymentRequests)
      .set({ withdrawnAt: clock.now() })
      .where(eq(paymentRequests.id, requestId))
      .returning({ id: paymentRequests.id });
    return rows.length > 0 ? ok({ withdrawn: true }) : refuse({ code: 'request_not_found' });
  };
