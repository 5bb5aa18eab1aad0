import type { Fact } from '#core/bookings/facts';
import { divided, figuresLess, figuresOf } from '#core/invoices/shares';
import { least, type Minor, minor, most, zero } from '#core/money/minor';
import type { PriceInput } from '#core/price/price';
import type { TaxAmount } from '#core/price/taxes';
import { sameValue } from '#core/sameValue';

/** Receipts at one price: where it changes, what was received stays as it was, and another run begins. */
type Run = { readonly price: PriceInput; onAccount: Minor };

function shares({ price, onAccount }: Run, added: number): TaxAmount[] {
  const whole = divided(price);
  const within = (sum: number): Minor => least(most(minor(sum), zero), whole.total);
  const before = figuresOf(whole, within(onAccount));
  const after = figuresOf(whole, within(onAccount + added));
  const { taxes } = added < 0 ? figuresLess(before, after) : figuresLess(after, before);
  return taxes.filter(({ base, amount }) => base !== 0 || amount !== 0);
}

/**
 * The tax within what is received before the service, or taken back by what goes out again: rule 1 of
 * docs/rules/documents.md, over the receipts whose tax became payable.
 * @param price of the booking now
 */
export function taxOfReceipts(facts: readonly Fact[], price: PriceInput) {
  const first = facts.find((fact) => fact.kind === 'changed')?.before.price ?? price;
  let run: Run = { price: first, onAccount: zero };
  const runOf = new Map<string, Run>();
  const add = (id: string, of: Run, amount: number) => {
    of.onAccount = minor(of.onAccount + amount);
    runOf.set(id, of);
  };
  for (const fact of facts) {
    if (fact.kind === 'changed' && !sameValue(fact.before.price, fact.after.price))
      run = { price: fact.after.price, onAccount: zero };
    if (!('taxes' in fact) || fact.taxes === undefined) continue;
    const security = 'security' in fact ? (fact.security ?? 0) : 0;
    if (fact.kind === 'received') add(fact.receiptId, run, fact.amount - security);
    if (fact.kind === 'paymentCaptured') add(fact.authorisation, run, fact.captured - security);
    if (fact.kind === 'refunded' || fact.kind === 'debitReturned') {
      const of = runOf.get(fact.receiptId);
      if (of) add(fact.receiptId, of, security - fact.amount);
    }
  }
  return {
    /** What becomes payable with so much more. */
    within: (amount: Minor): TaxAmount[] => shares(run, amount),
    /** What is payable no more where so much of a receipt goes back; null where its tax was not payable. */
    backOf: (receiptId: string, amount: Minor): TaxAmount[] | null => {
      const of = runOf.get(receiptId);
      return of ? shares(of, 0 - amount) : null;
    },
  };
}
