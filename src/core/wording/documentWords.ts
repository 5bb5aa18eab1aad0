import type { PlainDate } from '#core/calendar/days';
import type { DocumentKind } from '#core/invoices/document';
import type { MissingForDocument } from '#core/invoices/missing';
import type { Minor } from '#core/money/minor';
import { minor } from '#core/money/minor';
import { longDate } from '#core/wording/days';

/** What each kind is called, in a sentence. */
export const documentWords: Readonly<Record<DocumentKind, string>> = {
  account: 'invoice on account',
  final: 'invoice',
  credit: 'credit note',
};

/** As the heading of it. */
export const documentTitle: Readonly<Record<DocumentKind, string>> = {
  account: 'Invoice on account',
  final: 'Invoice',
  credit: 'Credit note',
};

export type SaidOfDocument = {
  readonly kind: DocumentKind;
  readonly number: string;
  readonly total: Minor;
  /** What of it is to be paid. */
  readonly open: Minor;
  readonly dueDay: PlainDate | null;
  /** It was to be paid by its day, and is asked for again. */
  readonly late?: boolean;
  /** Of a credit: the number that it takes back. */
  readonly of: string | null;
};

/** What the client has to do about it. */
export function toBePaid(
  { kind, total, open, dueDay, late, of }: SaidOfDocument,
  sum: (amount: Minor) => string,
  today: PlainDate,
): string {
  if (kind === 'credit') return `It takes back ${sum(minor(0 - total))} of ${of ?? 'an invoice'}.`;
  if (open > 0 && late)
    return `${sum(open)} was to be paid${dueDay ? ` by ${longDate(dueDay, today)}` : ''} and is still open.`;
  if (open > 0) return `${sum(open)} is to be paid${dueDay ? ` by ${longDate(dueDay, today)}` : ''}.`;
  return kind === 'account' ? `It is for the ${sum(total)} that you paid.` : 'It is paid; nothing is left to be done.';
}

/** What is missing before a document can be issued, and where it is put right. */
export const missingWords: Readonly<Record<MissingForDocument, { readonly says: string; readonly path: string }>> = {
  sellerTaxNumber: { says: 'Your tax number is missing.', path: '/set-up/documents' },
  sellerCountry: { says: 'The country of your business is missing.', path: '/set-up/business' },
  buyerAddress: { says: 'The client’s address is missing: street, place and country.', path: '/clients' },
  buyerNumberChecked: {
    says: 'Tax is to be paid by the client, and their tax number was not checked.',
    path: '/clients',
  },
};
