import type { DisputeNews } from '#core/disputes/factsOfDispute';
import type { RequestFact } from '#core/paymentRequests/requestFacts';
import { least, type Minor, minor, remainder, zero } from '#core/money/minor';
import type { Tx } from '#server/database/database';
import { creditReceipts, requestPayments } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { processorOfAccount } from '#server/journal/processorOf';
import { factsOfRequests } from '#server/paymentRequests/requestFacts';
import { lockRequest, recordOfRequest, type RequestRow } from '#server/paymentRequests/requests';
import type { Recorded } from '#core/people/actor';
import { eq, sql } from 'drizzle-orm';

type Payment = typeof requestPayments.$inferSelect;

async function paymentNamed(tx: Tx, reference: string): Promise<Payment | null> {
  const [row] = await tx
    .select()
    .from(requestPayments)
    .where(sql`${requestPayments.answer}->>'reference' = ${reference}`)
    .for('update');
  return row ?? null;
}

/** What it paid is owed again, once, and the credit that it gave is taken back, also where that has been used. */
async function takeBack(
  deps: Deps,
  tx: Tx,
  row: Payment,
  about: { readonly code: string; readonly amount: Minor; readonly tip: Minor; readonly disputed?: true },
): Promise<void> {
  const now = deps.clock.now();
  const { requestId, payer } = row;
  const request = (await lockRequest(tx, requestId))!;
  const { clientId, currency } = request;
  const told = await factsOfRequests(tx, [requestId]);
  if (told.some(({ fact }) => fact.kind === 'returned' && fact.payment === row.id)) return;
  const { code, amount, tip, disputed } = about;
  if (!request.paper.price && !request.voucher) {
    const method = row.card.way ?? ('card' as const);
    const back = { id: `${row.id}:returned`, clientId, requestId, currency, payer, method, at: now };
    await tx
      .insert(creditReceipts)
      .values({ ...back, amount: minor(0 - amount) })
      .onConflictDoNothing();
  }
  const tipFor = told.find(({ fact }) => fact.kind === 'paid' && fact.tipFor) ? { tipFor: 'staff' as const } : {};
  const tipped = tip > 0 ? { tip, ...tipFor } : {};
  const more = disputed ? { disputed } : {};
  const fact = { kind: 'returned' as const, payment: row.id, amount, code, by: payer, ...tipped, ...more };
  await recordOfRequest(tx, deps, request, fact, { now, processor: await processorOfAccount(tx, row.accountId) });
}

/** The payer's bank has sent a payment of a request back that had settled. Nothing where it is not one of a request. */
export async function returnRequestPayment(
  deps: Deps,
  tx: Tx,
  { payment, code }: { readonly payment: string; readonly code: string },
): Promise<void> {
  const row = await paymentNamed(tx, payment);
  if (row) await takeBack(deps, tx, row, { code, amount: row.amount, tip: row.tip });
}

type Disputed = Extract<RequestFact, { kind: 'disputed' }>;

/** What news of a dispute adds to a request: nothing where it was told before, null where a step is missing before it. */
function factOfNews(
  news: DisputeNews,
  row: Payment,
  told: readonly RequestFact[],
): Extract<RequestFact, { kind: 'disputed' | 'disputeDecided' }> | 'told' | null {
  const own = told.filter((fact) => 'dispute' in fact && fact.dispute === news.dispute);
  const taken = own.findLast((fact): fact is Disputed => fact.kind === 'disputed');
  const last = own.at(-1);
  const amount = least(news.amount, row.amount);
  const tip = least(remainder(news.amount, amount), row.tip);
  const tipped = tip > 0 ? { tip } : {};
  const { dispute, family, code, answerBy, charge } = news;
  if (news.state === 'asked' || news.state === 'opened') {
    const opened = news.state === 'opened';
    if (own.some((fact) => fact.kind === 'disputeDecided' && fact.outcome !== 'won')) return 'told';
    const decided = last?.kind === 'disputeDecided';
    if (taken && (taken.taken || !opened) && !(decided && opened)) return 'told';
    const about = { dispute, payment: row.id, amount, family, code, answerBy, ...tipped };
    return { kind: 'disputed', taken: opened, charge: opened ? charge : zero, ...about };
  }
  if (last?.kind === 'disputeDecided') return 'told';
  if (!taken || (news.state === 'dropped') === taken.taken) return null;
  const was = taken.tip ? { tip: taken.tip } : {};
  return { kind: 'disputeDecided', dispute, outcome: news.state, amount: taken.amount, ...was };
}

/** As `recordDispute`, of a payment of a request. @returns whether it could be recorded */
export async function disputeOfRequest(
  deps: Deps,
  tx: Tx,
  event: DisputeNews & { readonly payment: string },
): Promise<boolean> {
  const row = await paymentNamed(tx, event.payment);
  if (!row || row.state !== 'approved') return false;
  const request = (await lockRequest(tx, row.requestId))!;
  const told = (await factsOfRequests(tx, [request.id])).toReversed().map(({ fact }) => fact);
  const found = factOfNews(event, row, told);
  if (found === null || found === 'told') return found !== null;
  const tipFor =
    told.some((fact) => fact.kind === 'paid' && fact.tipFor) && found.tip ? { tipFor: 'staff' as const } : {};
  const fact = { ...found, ...tipFor };
  const about = { now: deps.clock.now(), processor: await processorOfAccount(tx, row.accountId) };
  await recordOfRequest(tx, deps, request, fact, about);
  if (fact.kind === 'disputeDecided' && fact.outcome === 'lost')
    await takeBack(deps, tx, row, { code: event.code, amount: fact.amount, tip: fact.tip ?? zero, disputed: true });
  return true;
}

/** The business gives a dispute over a request in: it is decided, and what it paid is owed again. The caller holds its row. */
export async function takeBackDisputed(deps: Deps, tx: Tx, request: RequestRow, dispute: string): Promise<void> {
  const told = (await factsOfRequests(tx, [request.id])).toReversed().map(({ fact }) => fact);
  const open = told.findLast(
    (fact): fact is Recorded<Disputed> => fact.kind === 'disputed' && fact.dispute === dispute,
  );
  if (
    !open?.taken ||
    told.some((fact) => fact.kind === 'disputeDecided' && fact.dispute === dispute && fact.outcome !== 'won')
  )
    return;
  const [row] = await tx.select().from(requestPayments).where(eq(requestPayments.id, open.payment));
  const { amount, tip = zero, code } = open;
  const tipped = tip > 0 ? { tip } : {};
  const fact = { kind: 'disputeDecided' as const, dispute, outcome: 'givenIn' as const, amount, ...tipped };
  await recordOfRequest(tx, deps, request, fact, { now: deps.clock.now() });
  await takeBack(deps, tx, row!, { code, amount, tip, disputed: true });
}
