import type { DocumentKind } from '#core/invoices/document';
import type { TaxAmount } from '#core/price/taxes';
import { taxesLess, taxesMore } from '#core/price/taxSums';

type Shown = {
  readonly kind: DocumentKind;
  readonly taxes: readonly TaxAmount[];
  readonly deducted: readonly { readonly taxes: readonly TaxAmount[] }[];
};

const deductedOn = ({ deducted }: Shown): TaxAmount[] =>
  deducted.reduce<TaxAmount[]>((all, each) => taxesMore(all, each.taxes), []);

/**
 * What a document adds to the taxes that a period's documents show, each sum counted once: a final invoice without what
 * it deducts, and the credit that leaves nothing of one gives that back to the documents on account.
 * @param endsFinal of a credit: the final invoice of which it leaves nothing; else null
 */
export function taxShown(document: Shown, endsFinal: Shown | null): TaxAmount[] {
  if (document.kind === 'final') return taxesLess(document.taxes, deductedOn(document));
  return endsFinal ? taxesMore(document.taxes, deductedOn(endsFinal)) : [...document.taxes];
}
