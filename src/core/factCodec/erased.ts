import type { Agreement } from '#core/agreements/agreement';
import { noBillData, type BillData } from '#core/invoices/party';
import type { RequestPaper } from '#core/paymentRequests/requestPaper';
import type { VoucherOrder } from '#core/credit/voucherOrder';
import type { QuoteBlock, QuoteDraft } from '#core/quotes/draft';
import type { Offer } from '#core/quotes/offer';
import type { SignedDocument } from '#core/quotes/signedDocument';

/** What stands where the name of somebody was who has been erased. */
export const erasedName = 'Erased client';

/** What is known of a client who was erased. */
export const erasedClient: { readonly name: string; readonly email: string; readonly phone: string; bill: BillData } = {
  name: erasedName,
  email: '',
  phone: '',
  bill: noBillData,
};

const withoutTexts = (blocks: readonly QuoteBlock[]): QuoteBlock[] =>
  blocks.filter(({ kind }) => kind !== 'heading' && kind !== 'text' && kind !== 'picture');

/** Who had to sign in which order stays, and nobody's name. */
const erasedAgreement = (agreement: Agreement): Agreement => ({
  ...agreement,
  blocks: [],
  fields: [],
  others: agreement.others.map(({ id }) => ({ id, name: erasedName, email: '' })),
});

const gone = { clientName: erasedName, clientEmail: '', subject: '', note: '', reference: '', attachments: [] };

/** A draft without its client's name, addresses and texts; lines and sums stay as they were typed. */
export const erasedDraft = (draft: QuoteDraft): QuoteDraft => ({
  ...draft,
  ...gone,
  copyTo: '',
  privateNote: '',
  agreement: draft.agreement && erasedAgreement(draft.agreement),
  blocks: withoutTexts(draft.blocks),
});

/** An offer without its client's name, addresses and texts: what was offered at which price and terms stays. */
export const erasedOffer = (offer: Offer): Offer => ({
  ...offer,
  ...gone,
  copyTo: [],
  lineNotes: {},
  agreement: offer.agreement && erasedAgreement(offer.agreement),
  blocks: withoutTexts(offer.blocks),
});

/** What was signed, without names, the agreement's text and what was filled in: sums and what they follow from stay. */
export const erasedDocument = (document: SignedDocument): SignedDocument => ({
  ...document,
  client: erasedName,
  blocks: [],
  rows: document.rows.map((row) => ({ ...row, note: '' })),
  filled: [],
});

/** What a payment request said, without what is of its payer: lines, sums and days stay. */
export const erasedPaper = (paper: RequestPaper): RequestPaper => ({
  ...paper,
  reference: '',
  terms: '',
  privateNote: '',
  copyTo: [],
  attachments: [],
});

/** A voucher's order without names and words; that it was for somebody else, and its day, stay. */
export const erasedOrder = (order: VoucherOrder): VoucherOrder => ({
  ...order,
  to: order.to && { name: erasedName, email: '' },
  message: '',
});
