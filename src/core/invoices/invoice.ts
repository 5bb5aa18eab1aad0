import { type Divided, divided, type Figures, figuresLess, figuresOf } from '#core/invoices/shares';
import { type Minor, minor, zero } from '#core/money/minor';
import type { PriceInput } from '#core/price/price';
import type { TaxAmount } from '#core/price/taxes';
import { ok, refuse, type Result } from '#core/result';

/** A document as it is to be issued: on account, final, or a credit of one of these. */
export type DocumentIn =
  | { readonly id: string; readonly kind: 'account'; readonly amount: Minor }
  | { readonly id: string; readonly kind: 'final' }
  | { readonly id: string; readonly kind: 'credit'; readonly of: string; readonly amount?: Minor | undefined };
export type InvoiceInput = { readonly price: PriceInput; readonly documents: readonly DocumentIn[] };

export type DocumentOut = { id: string; total: Minor; net: Minor; taxes: readonly TaxAmount[] } & Partial<Deductions>;
/** What a final invoice names: the documents on account with what is left of each, and what is then to be paid. */
export type Deductions = {
  deducted: { id: string; amount: Minor }[];
  payable: Minor;
  remaining: { code: string; amount: Minor }[];
};
export type Invoiced = { documents: DocumentOut[]; onAccount: Minor; invoiced: Minor };
export type InvoiceRefusal = { readonly code: 'invalid_input'; readonly path: string; readonly message: string };

/** What stands so far: of each document on account what is left of it, and of the last final invoice. */
type Standing = {
  readonly account: ReadonlyMap<string, Minor>;
  readonly onAccount: Minor;
  readonly final: { readonly id: string; readonly left: Minor } | null;
};
type Step = { readonly document: DocumentOut; readonly after: Standing };

const wrong = (path: string, message: string) => refuse({ code: 'invalid_input', path, message });

const documentOf = (id: string, total: Minor, { net, taxes }: Figures): DocumentOut => ({ id, total, net, taxes });

/** The figures that a sum adds to what stands (or takes from it, where it is less than before). */
const between = (price: Divided, before: Minor, after: Minor): Figures =>
  figuresLess(figuresOf(price, after), figuresOf(price, before));

function onAccount(price: Divided, { id, amount }: DocumentIn & { kind: 'account' }, before: Standing) {
  if (amount > price.total - before.onAccount) return wrong('amount', 'on account more than the price');
  const onAccountNow = minor(before.onAccount + amount);
  return ok({
    document: documentOf(id, amount, between(price, before.onAccount, onAccountNow)),
    after: { ...before, account: new Map(before.account).set(id, amount), onAccount: onAccountNow },
  });
}

function finalOf(price: Divided, id: string, before: Standing): Step {
  const { total, whole } = price;
  const shown = figuresOf(price, before.onAccount);
  const deductions: Deductions = {
    deducted: [...before.account].flatMap(([of, amount]) => (amount === 0 ? [] : [{ id: of, amount }])),
    payable: minor(total - before.onAccount),
    remaining: whole.taxes.map(({ code, amount }, index) => ({
      code,
      amount: minor(amount - shown.taxes[index]!.amount),
    })),
  };
  return {
    document: { ...documentOf(id, total, whole), ...deductions },
    after: { ...before, final: { id, left: total } },
  };
}

function creditOf(price: Divided, { id, of, amount: asked }: DocumentIn & { kind: 'credit' }, before: Standing) {
  const { account, final } = before;
  const ofFinal = final?.id === of;
  const left = ofFinal ? final.left : account.get(of);
  if (left === undefined) return wrong('of', 'no earlier document that can be credited has this id');
  if (!ofFinal && final && final.left > 0) return wrong('of', 'a final invoice stands; only it can be credited');
  if (left === 0) return wrong('of', 'nothing is left of it');
  if (asked !== undefined && asked > left) return wrong('amount', 'less is left of it');
  const amount = asked ?? left;
  const rest = minor(left - amount);
  if (ofFinal) {
    // So much of it was credited before, and so much now: their figures taken away.
    const figures = between(price, minor(price.total - rest), minor(price.total - left));
    return ok({
      document: documentOf(id, minor(0 - amount), figures),
      after: { ...before, final: { id: of, left: rest } },
    });
  }
  const onAccountNow = minor(before.onAccount - amount);
  return ok({
    document: documentOf(id, minor(0 - amount), between(price, before.onAccount, onAccountNow)),
    after: { ...before, account: new Map(account).set(of, rest), onAccount: onAccountNow },
  });
}

function issued(price: Divided, document: DocumentIn, before: Standing): Result<Step, InvoiceRefusal> {
  if (document.kind === 'credit') return creditOf(price, document, before);
  if (before.final && before.final.left > 0) return wrong('kind', 'a final invoice stands; credit it in full first');
  return document.kind === 'account' ? onAccount(price, document, before) : ok(finalOf(price, document.id, before));
}

/**
 * The documents of one price in the order in which they are issued, each with its share of the tax; together they show
 * exactly the tax of the price (docs/rules/documents.md).
 * @throws {OutOfRange} where a sum is past 2^53 − 1
 */
export function invoice({ price: input, documents }: InvoiceInput): Result<Invoiced, InvoiceRefusal> {
  const price = divided(input);
  const seen = new Set<string>();
  let standing: Standing = { account: new Map(), onAccount: zero, final: null };
  const out: DocumentOut[] = [];
  for (const [index, document] of documents.entries()) {
    const path = `documents.${index}`;
    if (seen.has(document.id)) return wrong(`${path}.id`, 'this id is there already');
    seen.add(document.id);
    const step = issued(price, document, standing);
    if (!step.ok) return wrong(`${path}.${step.refusal.path}`, step.refusal.message);
    out.push(step.value.document);
    standing = step.value.after;
  }
  return ok({ documents: out, onAccount: standing.onAccount, invoiced: standing.final?.left ?? zero });
}
