import { type MissingForDocument, missingForDocument } from '#core/invoices/missing';
import type { TaxCategory } from '#core/invoices/taxCategory';
import { countedLines, type PriceInput } from '#core/price/price';
import type { TaxRow } from '#server/database/ownerRow';
import type { DocumentSubject } from '#server/invoices/issue';
import { buyerOf, sellerOf } from '#server/invoices/parties';

const categoriesOf = (price: PriceInput, known: readonly TaxRow[]): TaxCategory[] => {
  const codes = new Set(countedLines(price).flatMap(({ taxes = [] }) => taxes));
  return [...codes].map((code) => known.find((tax) => tax.code === code)?.category ?? 'S');
};

/** What has to be known before a document of this subject can be issued. */
export const missingOf = ({ owner, client, taxes }: DocumentSubject, price: PriceInput): MissingForDocument[] =>
  missingForDocument(sellerOf(owner), buyerOf(client), {
    categories: categoriesOf(price, taxes),
    checked: client.bill.taxChecked !== null,
    settings: owner.documents,
  });
