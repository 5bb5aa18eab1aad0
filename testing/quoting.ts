import type { Agreement } from '#core/agreements/agreement';
import { emptyDraft, type QuoteDraft } from '#core/quotes/draft';
import { presetChoice } from '#core/quotes/offer';
import { standingOfOffer } from '#core/quotes/signedDocument';
import type { QuotePageView } from '#contracts/quotes/views';
import type { AcceptQuote } from '#contracts/quotes/quotes';
import { randomUUID } from 'node:crypto';
import type { Installation } from './installation.js';

export const rentalAgreement: Agreement = {
  name: 'Rental agreement',
  blocks: [
    { kind: 'heading', runs: [{ text: 'What is rented' }] },
    {
      kind: 'paragraph',
      runs: [{ text: '{{client name}} rents ' }, { text: '{{service}}', bold: true }, { text: '.' }],
    },
    { kind: 'bullet', runs: [{ text: 'Insured under {{Policy number}}' }] },
    { kind: 'paragraph', runs: [{ text: '{{what happens when}}' }] },
  ],
  fields: [
    { id: 'policy', label: 'Policy number', kind: 'text', choices: [], required: true },
    { id: 'site', label: 'Where it stands', kind: 'choice', choices: ['garden', 'roof'], required: false },
  ],
  others: [],
  inOrder: true,
  business: 'no',
};

/** A rental of ten days with one extra, complete. */
export const rentalDraft = (over: Partial<QuoteDraft> = {}): QuoteDraft => ({
  ...emptyDraft,
  title: '10-inch Dobsonian, ten days',
  subject: 'Our offer for your stay',
  clientName: 'Ines Valadar',
  clientEmail: 'ines@example.com',
  serviceId: 'rental',
  termsId: 'rental',
  start: '2027-04-05T18:00',
  end: '2027-04-15T18:00',
  note: 'As we said on the telephone.',
  lines: [
    {
      id: 'line',
      label: '10-inch Dobsonian',
      note: '',
      quantity: '10',
      unit: 'days',
      unitPrice: '55.00',
      discountKind: 'none',
      discount: '',
      taxes: ['VAT'],
    },
  ],
  extras: [
    {
      id: 'chair',
      label: 'Observing chair',
      note: '',
      unitPrice: '9.00',
      taxes: ['VAT'],
      least: '0',
      most: '4',
      preset: '1',
    },
  ],
  ...over,
});

export type Quoted = { readonly id: string; readonly number: string; readonly edition: number };

/** A quote of that draft, being written. */
export async function quoteOf(app: Installation, draft = rentalDraft()): Promise<Quoted> {
  const made = await app.createQuote({ requestKey: randomUUID(), from: null });
  if (!made.ok) throw new Error(made.refusal.code);
  const saved = await app.saveQuote({ quoteId: made.value.id, edition: 1, draft: draft as never });
  if (!saved.ok) throw new Error(saved.refusal.code);
  return { ...made.value, edition: saved.value.edition };
}

/** Sends it, and gives the link that reached the client. */
export async function sentQuote(app: Installation, draft = rentalDraft()): Promise<Quoted & { link: string }> {
  const quote = await quoteOf(app, draft);
  const sent = await app.sendQuote({ quoteId: quote.id, edition: quote.edition, by: 'message' });
  if (!sent.ok) throw new Error(JSON.stringify(sent.refusal));
  return { ...quote, link: await linkOfQuote(app, draft.clientEmail) };
}

/** The link of the newest message to that address that leads to a quote. */
export async function linkOfQuote(app: Installation, email: string): Promise<string> {
  const [newest] = await app.world.mail.list(email, 1);
  const { text } = (await app.world.mail.read(newest!.seq))!;
  return /\/q\/([\w-]+)/.exec(text)![1]!;
}

export async function pageOf(app: Installation, link: string): Promise<QuotePageView> {
  const page = await app.queries.quotePage(link);
  if (!('offer' in page)) throw new Error(`no page: ${JSON.stringify(page)}`);
  return page;
}

/** What the page would send if its reader accepted with that choice. */
export function acceptance(
  page: QuotePageView,
  link: string,
  { choice = presetChoice(page.offer), ...over }: Partial<AcceptQuote> = {},
): AcceptQuote & { origin: string } {
  const bookingState = standingOfOffer(page.offer, choice, page.now);
  if (!bookingState.ok) throw new Error(bookingState.refusal.code);
  const { agreed, position } = bookingState.value;
  return {
    link,
    attempt: randomUUID(),
    seen: { digest: page.digest, at: page.now, total: agreed.total, dueNow: position.dueNow },
    choice,
    filled: page.offer.agreement ? { policy: 'PT-7731' } : {},
    signature: page.offer.agreement ? { name: 'Ines Valadar', method: 'typed', image: null, consents: true } : null,
    origin: '203.0.113.9',
    ...over,
  };
}
