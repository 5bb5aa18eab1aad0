import type { Party } from '#core/invoices/party';
import type { DocumentSettings } from '#core/invoices/settings';
import type { TaxCategory } from '#core/invoices/taxCategory';

/** What has to be known before a document can be issued. */
export const missingKinds = ['sellerTaxNumber', 'sellerCountry', 'buyerAddress', 'buyerNumberChecked'] as const;
export type MissingForDocument = (typeof missingKinds)[number];

/**
 * What is missing before a document can be issued to this client: said before, and nothing is issued without it.
 * @param categories of the taxes that the price carries
 */
export function missingForDocument(
  seller: Pick<Party, 'taxNumber' | 'country'>,
  buyer: Party,
  {
    categories,
    checked,
    settings,
  }: {
    readonly categories: readonly TaxCategory[];
    /** Whether the owner found the client's tax number to be right. */
    readonly checked: boolean;
    readonly settings: Pick<DocumentSettings, 'addressNeeded'>;
  },
): MissingForDocument[] {
  const taxed = categories.some((category) => category !== 'O');
  const placed = buyer.street !== '' && buyer.city !== '' && buyer.country !== '';
  const reversed = categories.includes('AE');
  return [
    ...(taxed && seller.taxNumber === '' ? (['sellerTaxNumber'] as const) : []),
    ...(taxed && seller.country === '' ? (['sellerCountry'] as const) : []),
    ...((settings.addressNeeded || reversed) && !placed ? (['buyerAddress'] as const) : []),
    ...(reversed && !(checked && buyer.taxNumber !== '') ? (['buyerNumberChecked'] as const) : []),
  ];
}
