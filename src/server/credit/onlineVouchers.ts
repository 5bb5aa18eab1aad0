import { processorOfAccount } from '#server/journal/processorOf';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { voucherSentAt, voucherUntil } from '#core/credit/voucherOrder';
import { voucherSold } from '#core/books/journal/otherEntries';
import type { Minor } from '#core/money/minor';
import { notifyPeople } from '#server/mail/notify/notifyPeople';
import { voucherBought, voucherGiven, voucherTold } from '#core/wording/voucherWords';
import { codeOfVoucher, hashOfCode } from '#server/credit/voucherCode';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { clients } from '#server/database/schema/clients';
import { paymentRequests, requestPayments, vouchers } from '#server/database/schema/credit';
import { payAccounts } from '#server/database/schema/ways';
import { jobs, messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { appendEntry } from '#server/journal/appendEntry';
import { writeLetter } from '#server/mail/notify/write';
import { and, eq } from 'drizzle-orm';

type Request = typeof paymentRequests.$inferSelect;
type World = Pick<Deps, 'keyOf' | 'newId'>;

/** A voucher that was paid online: made with its entry, told to its buyer, and sent on its day. */
export async function makeVoucher(
  tx: Tx,
  deps: World,
  request: Request,
  {
    amount,
    payer,
    now,
    accountId,
  }: { readonly amount: Minor; readonly payer: string; readonly now: Instant; readonly accountId: string },
): Promise<void> {
  const { timeZone, name } = await ownerRow(tx);
  const order = request.voucher!;
  const today = localDate(now, timeZone);
  const id = deps.newId();
  const code = codeOfVoucher(deps, id);
  const expiresAt = voucherUntil(order, now, timeZone);
  const { currency } = request;
  await tx.insert(vouchers).values({
    id,
    requestKey: `request ${request.id}`,
    requestId: request.id,
    hash: hashOfCode(code),
    ending: code.slice(-4),
    amount,
    currency,
    method: 'card',
    buyer: payer,
    soldAt: now,
    expiresAt,
    order,
  });
  await appendEntry(tx, voucherSold('card', amount)!, {
    at: now,
    currency,
    about: request.number,
    processor: await processorOfAccount(tx, accountId),
  });
  const at = voucherSentAt(order, now, timeZone);
  await tx.insert(jobs).values({
    id: deps.newId(),
    voucherId: id,
    key: 'send',
    kind: 'voucher',
    at,
    errand: { key: 'send', kind: 'voucher', at },
    state: 'waiting',
  });
  const { number } = request;
  await notifyPeople(tx, 'voucher', {
    ...voucherTold({ number, buyer: payer, amount, currency, order, today }),
    cause: `${number}:voucher`,
    path: '/credit',
    now,
  });
  if (order.to === null) return; // whoever hands it over gets it, and that says what was paid
  const [client] = await tx.select().from(clients).where(eq(clients.id, request.clientId));
  const { subject, lines } = voucherBought({ business: name, amount, currency, order, today });
  await writeLetter(tx, {
    id: deps.newId(),
    requestId: request.id,
    cause: 'bought',
    occasion: 'voucherBought',
    recipient: client!.email,
    recipientName: client!.name,
    subject,
    body: [...lines, 'See it'],
    madeAt: now,
  });
}

/** Commits the letter with the voucher; its code is put in as it goes out. Once more under each cause. */
export async function sendVoucher(
  tx: Tx,
  deps: Pick<Deps, 'newId'>,
  voucherId: string,
  now: Instant,
  { cause = 'send', to }: { readonly cause?: string; readonly to?: string } = {},
): Promise<void> {
  const [voucher] = await tx.select().from(vouchers).where(eq(vouchers.id, voucherId)).for('update');
  const { order, amount, currency, buyer, expiresAt } = voucher!;
  const { timeZone, name } = await ownerRow(tx);
  const recipient = to ? { name: order!.to?.name ?? buyer, email: to } : (order!.to ?? (await buyerOf(tx, voucher!)));
  const { subject, lines } = voucherGiven({
    business: name,
    buyer,
    toBuyer: order!.to === null,
    message: order!.message,
    amount,
    currency,
    until: expiresAt === null ? null : localDate(expiresAt, timeZone),
    today: localDate(now, timeZone),
  });
  await writeLetter(tx, {
    id: deps.newId(),
    voucherId,
    cause,
    occasion: 'voucher',
    recipient: recipient.email,
    recipientName: recipient.name,
    subject,
    body: [...lines, 'Choose something'],
    madeAt: now,
  });
}

async function buyerOf(tx: Tx, { requestId }: typeof vouchers.$inferSelect) {
  const [row] = await tx
    .select({ name: clients.name, email: clients.email })
    .from(paymentRequests)
    .innerJoin(clients, eq(clients.id, paymentRequests.clientId))
    .where(eq(paymentRequests.id, requestId!));
  return row!;
}

/** How often its letter was written: the cause of the next. */
export const lettersOfVoucher = (tx: Tx, voucherId: string): Promise<number> =>
  tx.$count(messages, eq(messages.voucherId, voucherId));

/** Whether it was paid with made-up cards: then it is worth nothing once real money is taken. */
export async function boughtInTrial(tx: Tx, { requestId }: typeof vouchers.$inferSelect): Promise<boolean> {
  if (requestId === null) return false;
  const paid = await tx
    .select({ mode: payAccounts.mode })
    .from(requestPayments)
    .innerJoin(payAccounts, eq(payAccounts.id, requestPayments.accountId))
    .where(and(eq(requestPayments.requestId, requestId), eq(requestPayments.state, 'approved')));
  return paid.some(({ mode }) => mode === 'test');
}
