import type { Foreseen } from '#contracts/claims/afterViews';
import type { Fact } from '#core/bookings/facts';
import { ledgerOf, withFact } from '#core/bookings/ledger';
import { accountCalled } from '#core/books/accountNames';
import { entryForFact } from '#core/books/journal/entryForFact';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import type { Refund } from '#core/payments/givingBack';
import type { Recorded } from '#core/people/actor';
import { documentTitle } from '#core/wording/documentWords';
import { cameBy } from '#core/wording/receiptRows';
import { shortDate } from '#core/wording/days';
import { localDate } from '#core/calendar/zoned';
import { type Kept, leftOf, type WantedDocument } from '#core/invoices/documentsStanding';
import { actorNow } from '#server/actor/actorNow';
import { posting } from '#server/bookings/record';
import { ownerRow } from '#server/database/ownerRow';
import type { OpenBooking } from '#server/unitOfWork/onBooking';
import { documentsOf, wantedOf } from '#server/invoices/bookingDocuments';

const amountOf = (wanted: WantedDocument, issued: readonly Kept[]): Minor | null => {
  if (wanted.kind === 'final') return wanted.figures?.total ?? null;
  if (wanted.kind === 'account') return wanted.amount;
  return wanted.amount ?? issued.find(({ cause }) => cause === wanted.of)?.left ?? null;
};

/**
 * What these facts, and the money that goes back with them, would do to books and documents: made by the functions that
 * record them, and recorded nowhere.
 */
export async function foreseen(
  { tx, loaded, bookingState, now }: OpenBooking,
  added: readonly Fact[],
  refunds: readonly Refund[],
): Promise<Foreseen> {
  const { receipts } = bookingState.ledger;
  const receiptOf = (id: string) => receipts.find((receipt) => receipt.id === id)!;
  const back = refunds.map(({ id: receiptId, amount }): Fact => {
    const { method } = receiptOf(receiptId);
    const refundId = `${receiptId}:foreseen`;
    return { kind: 'refunded', at: now, refundId, receiptId, amount, method: method === 'hold' ? 'card' : method };
  });
  const all = [...added, ...back];
  const { post } = await posting(tx, all);
  const { accountNames, timeZone } = await ownerRow(tx);
  let ledger = ledgerOf(loaded.facts);
  const facts: Recorded<Fact>[] = [...loaded.facts];
  const entries: Foreseen['entries'][number][] = [];
  let { booking } = loaded;
  for (const each of all) {
    if (each.kind === 'changed') {
      const { price, total, tax, terms } = each.after;
      booking = { ...booking, price, total, tax, terms };
    }
    const fact: Recorded<Fact> = { ...post(each, { booking, facts }, ledger), actor: actorNow() };
    facts.push(fact);
    const entry = entryForFact(fact, ledger);
    if (entry)
      entries.push({
        description: entry.description,
        lines: entry.lines.map(({ account, amount }) => ({ account: accountCalled(account, accountNames), amount })),
      });
    ledger = withFact(ledger, fact);
  }
  const issued = leftOf(await documentsOf(tx, loaded.booking.id));
  const before = new Set((await wantedOf(tx, loaded)).map(({ cause }) => cause));
  const wanted = (await wantedOf(tx, { ...loaded, booking, facts })).filter(({ cause }) => !before.has(cause));
  const today = localDate(now, timeZone);
  return {
    refunds: refunds.map(({ id, amount }) => {
      const { method, at, amount: came } = receiptOf(id);
      const of = `${formatMoney(came, booking.currency)} ${cameBy[method]}`;
      return { amount, how: `of ${of} on ${shortDate(localDate(at, timeZone), today)}` };
    }),
    entries,
    documents: wanted.map((each) => ({ what: documentTitle[each.kind], amount: amountOf(each, issued) })),
  };
}
