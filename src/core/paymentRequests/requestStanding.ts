import type { RequestFact } from '#core/paymentRequests/requestFacts';
import type { RequestPaper } from '#core/paymentRequests/requestPaper';
import { invoice } from '#core/invoices/invoice';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import { price, type PriceInput } from '#core/price/price';
import { taxesLess } from '#core/price/taxSums';
import type { RequestFactWithoutPersonalData } from '#core/factCodec/personalData';

type Fact = RequestFactWithoutPersonalData;
type Sold = Extract<RequestFact, { kind: 'sold' }>;
type TakenBack = Extract<RequestFact, { kind: 'takenBack' }>;

export type RequestStanding = {
  /** What came, less what a bank sent back; without tips. */
  readonly paid: Minor;
  /** What it was sold for; null while it is not. */
  readonly sold: Sold | null;
  readonly takenBack: readonly TakenBack[];
  /** What is still asked for: null where the payer chooses the sum. */
  readonly left: Minor | null;
};

/**
 * Where a request stands, from what happened to it, in any order of reading.
 * @param asked the sum; null where the payer chooses
 */
export function requestStanding(asked: Minor | null, facts: readonly Fact[]): RequestStanding {
  const came = facts.map((fact) =>
    fact.kind === 'paid' ? fact.amount : fact.kind === 'returned' ? 0 - fact.amount : 0,
  );
  const paid = sum(came);
  const takenBack = facts.filter((fact): fact is TakenBack => fact.kind === 'takenBack');
  const gone = sum(takenBack.map(({ total }) => total));
  return {
    paid,
    sold: facts.find((fact): fact is Sold => fact.kind === 'sold') ?? null,
    takenBack,
    left: asked === null ? null : remainder(minor(asked - gone), paid),
  };
}

/** What its lines come to, as it becomes owed; null where it was sold already, or nothing is. */
export function soldNow({ price: input }: Pick<RequestPaper, 'price'>, { sold }: RequestStanding): Sold | null {
  if (!input || sold) return null;
  const { total, taxes } = price(input);
  return total === 0 ? null : { kind: 'sold', total, taxes };
}

/** So much of what was sold taken back with its tax (docs/rules/documents.md, rule 3); null where nothing is left. */
export function takenBackNow(
  input: PriceInput,
  { sold, takenBack }: Pick<RequestStanding, 'sold' | 'takenBack'>,
  amount: Minor,
): TakenBack | null {
  if (!sold) return null;
  const before = takenBack.map(({ total }, index) => ({
    id: `${index}`,
    kind: 'credit' as const,
    of: 'sold',
    amount: total,
  }));
  const wanted = least(amount, minor(sold.total - sum(before.map((credit) => credit.amount))));
  if (wanted === 0) return null;
  const now = { id: 'now', kind: 'credit' as const, of: 'sold', amount: wanted };
  const computed = invoice({ price: input, documents: [{ id: 'sold', kind: 'final' }, ...before, now] });
  if (!computed.ok) throw new Error(`what was sold is not taken back: ${computed.refusal.message}`);
  return { kind: 'takenBack', total: wanted, taxes: taxesLess([], computed.value.documents.at(-1)!.taxes) };
}

/** What of it is not paid is owed no more, once it is withdrawn. */
export const unpaidOf = ({ sold, takenBack, paid }: RequestStanding): Minor =>
  sold ? remainder(minor(sold.total - sum(takenBack.map(({ total }) => total))), paid) : zero;
