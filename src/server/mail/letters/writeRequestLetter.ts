import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { requestDocumentLetter, requestFactsOf, requestLetter } from '#core/wording/requestWords';
import { type RequestRow, standingOfRequest } from '#server/paymentRequests/requests';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { clients } from '#server/database/schema/clients';
import { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { writeLetter } from '#server/mail/notify/write';
import { documentCause, saidOf } from '#server/mail/letters/writeDocumentLetter';
import type { documents } from '#server/database/schema/documents';
import { and, eq, ne } from 'drizzle-orm';

type Client = typeof clients.$inferSelect;

async function clientOf(tx: Tx, { clientId, bill }: RequestRow): Promise<Client> {
  const [client] = await tx.select().from(clients).where(eq(clients.id, clientId));
  return { ...client!, bill: bill ?? client!.bill };
}

/** Who pays for the client, where that is somebody else. */
const payerOf = ({ name, email, bill }: Client) => bill.payer ?? bill.billTo ?? { name, email };

/** Commits the message that asks. One for each time that it was sent before: who asks twice while it waits sends it once. */
export async function writeRequestLetter(
  tx: Tx,
  { newId, undoSeconds }: Pick<Deps, 'newId' | 'undoSeconds'>,
  request: RequestRow,
  now: Instant,
): Promise<string | null> {
  const over = and(
    eq(messages.requestId, request.id),
    ne(messages.state, 'outgoing'),
    eq(messages.occasion, 'paymentRequest'),
  );
  const cause = `sent:${await tx.$count(messages, over)}`;
  return write(tx, request, { id: newId(), cause, again: false, now, waits: undoSeconds });
}

/** Asks again after its day; each of its moments once. */
export const writeRequestReminder = (
  tx: Tx,
  { newId }: Pick<Deps, 'newId'>,
  request: RequestRow,
  { key, now }: { readonly key: string; readonly now: Instant },
): Promise<string | null> => write(tx, request, { id: newId(), cause: key, again: true, now, waits: 0 });

async function write(
  tx: Tx,
  request: RequestRow,
  {
    id,
    cause,
    again,
    now,
    waits,
  }: {
    readonly id: string;
    readonly cause: string;
    readonly again: boolean;
    readonly now: Instant;
    readonly waits: number;
  },
): Promise<string | null> {
  const owner = await ownerRow(tx);
  const { note, currency, amount, paper } = request;
  const { left, paid } = await standingOfRequest(tx, request);
  const today = localDate(now, owner.timeZone);
  const to = payerOf(await clientOf(tx, request));
  const { subject, lines } = requestLetter({ business: owner.name, note, currency, amount, paper, left, today, again });
  return writeLetter(tx, {
    id,
    waits,
    requestId: request.id,
    cause,
    occasion: 'paymentRequest',
    madeAt: now,
    recipient: to.email,
    recipientName: to.name,
    copyTo: paper.copyTo,
    subject,
    body: [...lines, 'Read and pay'],
    facts: requestFactsOf(note, paper, paid),
  });
}

/** A document of a request goes to whoever gets the client's bills. One letter for each. */
export async function writeRequestDocumentLetter(
  tx: Tx,
  { newId }: Pick<Deps, 'newId'>,
  request: RequestRow,
  row: typeof documents.$inferSelect,
  now: Instant,
  again = '',
): Promise<string | null> {
  const owner = await ownerRow(tx);
  const { name, email, bill } = await clientOf(tx, request);
  const to = bill.billTo ?? { name, email };
  const today = localDate(now, owner.timeZone);
  const { subject, lines } = requestDocumentLetter(saidOf(row), {
    business: owner.name,
    currency: row.currency,
    today,
  });
  return writeLetter(tx, {
    id: newId(),
    requestId: request.id,
    cause: `${documentCause(row.id)}${again}`,
    occasion: 'document',
    madeAt: now,
    recipient: to.email,
    recipientName: to.name,
    copyTo: request.paper.copyTo,
    subject,
    body: [...lines, row.body.open > 0 ? 'Read and pay' : 'See it'],
  });
}
