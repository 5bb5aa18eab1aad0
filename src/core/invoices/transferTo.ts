import { creditorReference, groupedReference } from '#core/invoices/creditorReference';

type Account = { readonly legalName: string; readonly iban: string; readonly bic: string };

/** What somebody who pays by transfer writes: where it goes to, in the owner's words or from the account, and the reference. */
export function transferLines(
  { words, name, seller }: { readonly words: string; readonly name: string; readonly seller: Account },
  number: string,
): string {
  const account = [
    `${seller.legalName || name}, IBAN ${groupedReference(seller.iban.replace(/\s/g, ''))}`,
    ...(seller.bic ? [`BIC ${seller.bic}`] : []),
  ];
  const to = words !== '' ? [words] : seller.iban !== '' ? account : [];
  return to.length === 0 ? '' : [...to, `Reference ${groupedReference(creditorReference(number))}`].join('\n');
}

/** Whether what the owner wrote and the account of documents are one: nobody is shown two. */
export function leadsTo(words: string, iban: string): boolean {
  const plain = (text: string): string => text.replace(/\s/g, '').toUpperCase();
  return iban !== '' && (words === '' || plain(words).includes(plain(iban)));
}
