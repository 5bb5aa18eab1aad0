import type { Issued, WantedDocument } from '#core/invoices/documentsStanding';
import { invoice, type DocumentIn, type InvoiceRefusal } from '#core/invoices/invoice';
import { type Minor, minor, sum } from '#core/money/minor';
import { price, type PriceInput } from '#core/price/price';
import type { TaxAmount } from '#core/price/taxes';
import { taxesLess, taxesMore, taxesOfPart, taxSum } from '#core/price/taxSums';
import { ok, type Result } from '#core/result';

export type IssuedFigures = Issued & { readonly net: Minor; readonly taxes: readonly TaxAmount[] };

export type FiguresOfDocument = {
  readonly total: Minor;
  readonly net: Minor;
  readonly taxes: readonly TaxAmount[];
  /** Of a final invoice: what it deducts, with net and tax of what is left of each, and what is then to be paid. */
  readonly deducted: readonly {
    readonly id: string;
    readonly amount: Minor;
    readonly net: Minor;
    readonly taxes: readonly TaxAmount[];
  }[];
  readonly payable: Minor;
  readonly remaining: readonly { readonly code: string; readonly amount: Minor }[];
};

const negated = (amount: Minor): Minor => minor(0 - amount);
const asIssued = ({ id, kind, creditOf, total }: Issued): DocumentIn => {
  if (kind === 'account') return { id, kind, amount: total };
  return kind === 'final' ? { id, kind } : { id, kind, of: creditOf!, amount: negated(total) };
};

/** What is left of each document on account after its credits, in order of issue, with net and taxes. */
function deductions(issued: readonly IssuedFigures[]): FiguresOfDocument['deducted'] {
  return issued
    .filter(({ kind }) => kind === 'account')
    .map((account) => {
      const all = [account, ...issued.filter(({ creditOf }) => creditOf === account.id)];
      return {
        id: account.id,
        amount: sum(all.map(({ total }) => total)),
        net: sum(all.map(({ net }) => net)),
        taxes: all.reduce<TaxAmount[]>((taxes, each) => taxesMore(taxes, each.taxes), []),
      };
    })
    .filter(({ amount }) => amount !== 0);
}

function finalFigures(
  { total, taxes }: { readonly total: Minor; readonly taxes: readonly TaxAmount[] },
  issued: readonly IssuedFigures[],
): FiguresOfDocument {
  const deducted = deductions(issued);
  const shown = deducted.reduce<TaxAmount[]>((all, each) => taxesMore(all, each.taxes), []);
  return {
    total,
    net: minor(total - taxSum(taxes)),
    taxes,
    deducted,
    payable: minor(total - sum(deducted.map(({ amount }) => amount))),
    remaining: taxesLess(taxes, shown).map(({ code, amount }) => ({ code, amount })),
  };
}

/**
 * The figures of a document that is to be issued after these (docs/rules/documents.md). What is on account at another
 * price is deducted too, and shows what it showed then (rule 6).
 * @param price of the run that it is of
 * @throws {OutOfRange} where a sum is past 2^53 − 1
 */
export function figuresOfDocument(
  wanted: WantedDocument,
  issued: readonly IssuedFigures[],
  input: PriceInput,
): Result<FiguresOfDocument, InvoiceRefusal> {
  if (wanted.kind === 'final' && wanted.figures)
    return ok(finalFigures(wanted.figures, wanted.run === 'claims' ? [] : issued));
  const own = issued.filter(({ run }) => run === wanted.run);
  const of = wanted.kind === 'credit' ? own.find(({ cause }) => cause === wanted.of) : undefined;
  if (of?.kind === 'final' && (wanted.run === 'kept' || wanted.run === 'claims')) {
    // In part: what was credited before and now together never drifts from the whole.
    const before = minor(0 - sum(own.filter(({ creditOf }) => creditOf === of.id).map((credit) => credit.total)));
    const now = wanted.kind === 'credit' && wanted.amount ? sum([before, wanted.amount]) : of.total;
    const taxes = taxesLess(taxesOfPart(of.taxes, of.total, before), taxesOfPart(of.taxes, of.total, now));
    const total = minor(before - now);
    return ok({ total, net: minor(total - taxSum(taxes)), taxes, deducted: [], payable: total, remaining: [] });
  }
  const next = (): DocumentIn => {
    if (wanted.kind === 'account') return { id: 'new', kind: 'account', amount: wanted.amount };
    if (wanted.kind === 'final') return { id: 'new', kind: 'final' };
    return { id: 'new', kind: 'credit', of: of?.id ?? wanted.of, ...(wanted.amount ? { amount: wanted.amount } : {}) };
  };
  const computed = invoice({ price: input, documents: [...own.map(asIssued), next()] });
  if (!computed.ok) return computed;
  const { total, net, taxes } = computed.value.documents.at(-1)!;
  if (wanted.kind === 'final') return ok(finalFigures({ total, taxes: price(input).taxes }, issued));
  return ok({ total, net, taxes, deducted: [], payable: total, remaining: [] });
}
