import { demoSeller } from '#demo/books';
import type { Agreement } from '#core/agreements/agreement';
import { type BillData, noBillData } from '#core/invoices/party';
import { usualDocuments } from '#core/invoices/settings';
import { rentalAgreement, rentalDraft } from '../quoting';
import { asRow, asRows, type House, type Row, textOf } from './house';
import type { Recipe, Recipes } from './recipes';
import { rightCart } from './carts';

const give = (over: Row): { over: Row } => ({ over });
const onNew =
  (from: number, over: (house: House) => Row = () => ({})): Recipe =>
  async (house) =>
    give({ bookingId: (await house.booking(from)).id, ...over(house) });
const onPaid =
  (from: number, over: (house: House) => Row = () => ({})): Recipe =>
  async (house) =>
    give({ bookingId: (await house.paid(from)).id, ...over(house) });
const onPast =
  (over: (house: House) => Row = () => ({})): Recipe =>
  async (house) =>
    give({ bookingId: (await house.past()).id, ...over(house) });

type Quote = { readonly quoteId: string; readonly edition: number; readonly number: string };
/** A quote with a draft that can be sent. */
export async function writtenQuote(house: House, over: object = {}): Promise<Quote> {
  const made = await house.done('/api/quotes/create', { requestKey: house.key(), from: null });
  const quoteId = textOf(made.id);
  const draft = rentalDraft({
    serviceId: 'travel',
    start: house.wall(30),
    end: house.wall(34),
    agreement: null,
    blocks: [],
    ...over,
  });
  const saved = await house.done('/api/quotes/save', { quoteId, edition: 1, draft });
  return { quoteId, edition: Number(saved.edition), number: textOf(made.number) };
}

/** One that its client has, with the client's link. */
export async function sentQuote(house: House, over: object = {}): Promise<Quote & { readonly link: string }> {
  const quote = await writtenQuote(house, over);
  const sent = await house.done('/api/quotes/send', { quoteId: quote.quoteId, edition: quote.edition, by: 'link' });
  const now = asRow(await house.read(`/api/quote/${quote.number}`));
  const edition = Number(sent.edition ?? now.edition);
  const { url } = await house.done('/api/quotes/copy-link', { quoteId: quote.quoteId, edition });
  const after = asRow(await house.read(`/api/quote/${quote.number}`));
  return { ...quote, edition: Number(after.edition), link: textOf(url).split('/').at(-1)! };
}

/** With an agreement that is signed by all, the business among them. */
export const signedBy: Agreement = {
  name: 'Rental agreement',
  blocks: [{ kind: 'paragraph', runs: [{ text: '{{client name}} rents {{service}}.' }] }],
  fields: [],
  others: [],
  inOrder: true,
  business: 'first',
};
export const withAgreement = (over: Partial<Agreement> = {}): object => ({
  agreement: { ...signedBy, ...over },
  blocks: [
    { id: 'agreement', kind: 'agreement' },
    { id: 'signature', kind: 'signature' },
  ],
});

export const signature = { name: 'Ines Valadar', method: 'typed', image: null, consents: true };

const aQuote =
  (make: (house: House) => Promise<Quote> = writtenQuote, over: Row = {}): Recipe =>
  async (house) => {
    const { quoteId, edition } = await make(house);
    return give({ quoteId, edition, ...over });
  };

const withClaim =
  (over: (house: House, claimId: string) => Row = () => ({})): Recipe =>
  async (house) => {
    const of = await house.begun();
    const claimId = await house.claim(of);
    return give({ bookingId: of.id, claimId, ...over(house, claimId) });
  };

/** One whose terms hear the client, over and closed with a claim, and the client objected. */
export async function objected(house: House, accept = false): Promise<{ id: string; claimId: string; link: string }> {
  const of = await house.past({ termsId: 'rental-heard' });
  const claimId = await house.claim(of);
  await house.done('/api/client/answer-claim', {
    link: of.link,
    claimId,
    accept,
    seen: 25_00,
    note: 'It was so before.',
  });
  return { id: of.id, claimId, link: of.link };
}

const keptService = async (house: House): Promise<Row> => {
  const { services } = await house.read('/api/services');
  const kept = asRows(services).find(({ id }) => id === house.one('serviceId')) ?? asRow(asRows(services)[0]);
  const { retired: _, coming: __, usualClaims: ___, ...rest } = kept;
  return rest;
};

export const ownerRecipes: Recipes = {
  '/api/bookings/create': async (house) =>
    give({
      serviceId: 'travel',
      termsId: 'rental',
      title: 'Travel telescope',
      start: house.wall(20),
      end: house.wall(23),
      clientName: 'Ines Valadar',
      clientEmail: 'ines@example.com',
      lines: [{ id: 'service', label: 'Telescope', quantity: '3', unitPrice: 100_00, taxes: ['VAT'] }],
    }),
  '/api/bookings/cancel': onNew(12),
  '/api/bookings/give-up': async (house) => {
    const made = await house.booking(-5);
    await house.record(made, 100_00);
    return give({ bookingId: made.id, amount: 10_00, seen: 0 });
  },
  '/api/bookings/change': async (house) => {
    const asked = await house.unchanged((await house.booking(12)).number);
    return give({ ...asked, end: house.wall(17), terms: undefined, count: undefined });
  },
  '/api/bookings/copy-link': onNew(14),
  '/api/bookings/answer-request': async (house) => {
    const id = await booked(house, 'rig');
    return give({ bookingId: id, answer: 'decline', note: 'We are away that week.' });
  },
  '/api/bookings/answer-ask': async (house) => {
    const of = await house.paid(20);
    await house.done('/api/client/ask', {
      link: of.link,
      attempt: house.key(),
      what: 'cancel',
      start: null,
      note: '',
    });
    const { askId } = await house.fact(of.number, 'clientAsked');
    return give({ bookingId: of.id, askId, yes: false });
  },
  '/api/bookings/accept-gap': async (house) => give({ bookingId: house.gaps.pop() ?? house.one('bookingId') }),
  '/api/bookings/choose-account': onNew(12, () => ({ accountId: null })),
  '/api/paying/record': onNew(12, () => ({ amount: 10_00 })),
  '/api/paying/ask': onNew(2),
  '/api/paying/charge': async (house) => give({ bookingId: house.declined.pop() ?? house.one('bookingId') }),
  '/api/paying/take-at-counter': onNew(12, () => ({ amount: 10_00 })),
  '/api/paying/stop-at-counter': async (house) => {
    const of = await house.booking(12);
    await house.done('/api/paying/take-at-counter', { bookingId: of.id, requestKey: house.key(), amount: 10_00 });
    return give({ bookingId: of.id });
  },
  '/api/closing/close-out': onPast(() => ({ claims: [], coverBalance: false })),
  '/api/closing/release-many': async (house) => give({ bookingIds: [(await house.past()).id] }),
  '/api/closing/ask-for-claims': async (house) => {
    const of = await house.past();
    await house.done('/api/closing/close-out', { bookingId: of.id, claims: [], coverBalance: false });
    return give({ bookingId: of.id, claimIds: [await house.claim(of)] });
  },
  '/api/closing/brought-back': async (house) => give({ bookingId: (await house.begun()).id, moment: null }),
  '/api/closing/decide-claim': async (house) => {
    const { id, claimId } = await objected(house);
    return give({ bookingId: id, claimId, amount: 10_00, note: 'Half of it.' });
  },
  '/api/closing/foresee-courtesy': onPast(() => ({ amount: 10_00, receiptId: null })),
  '/api/closing/foresee-put-right': async (house) => {
    const of = await house.past();
    const { receiptId } = await house.fact(of.number, 'received');
    return give({ bookingId: of.id, receiptId });
  },
  '/api/closing/give-courtesy': onPast(() => ({ amount: 10_00, receiptId: null })),
  '/api/closing/not-back': onPast(),
  '/api/closing/put-hold': onPaid(0, (house) => ({ amount: 50_00, until: house.date(6), how: 'card' })),
  '/api/closing/put-right': async (house) => {
    const of = await house.past();
    const { receiptId } = await house.fact(of.number, 'received');
    return give({ bookingId: of.id, receiptId });
  },
  '/api/closing/save-claim': async (house) =>
    give({ bookingId: (await house.begun()).id, claimId: null, amount: 20_00, pictures: [] }),
  '/api/closing/take-claims': async (house) => {
    const of = await house.booking(-1);
    // It captures in parts, as the other does not.
    const card = await house.card('approves', 'Fell Cards');
    await house.done('/api/bookings/choose-account', { bookingId: of.id, accountId: card.account });
    await house.done('/api/client/give-card', { link: of.link, attempt: house.key(), ...card });
    const hold = { amount: 50_00, until: house.date(6), how: 'card' };
    await house.done('/api/closing/put-hold', { bookingId: of.id, requestKey: house.key(), ...hold });
    return give({ bookingId: of.id, claimIds: [await house.claim(of)] });
  },
  '/api/closing/withdraw-claim': withClaim(),
  '/api/disputes/answer': async (house) => give({ dispute: await openDispute(house), pictures: [] }),
  '/api/disputes/give-in': async (house) => give({ dispute: await openDispute(house) }),
  '/api/terms/publish': async (house) => {
    const { services: _, ...view } = await house.read('/api/begin');
    const [first] = asRows(view.terms);
    return give({
      termsId: null,
      baseVersion: 0,
      name: `Rules ${house.key().slice(0, 8)}`,
      rules: asRow(first).rules,
    });
  },
  '/api/terms/give': async () => give({ termsId: 'rental', serviceIds: ['travel'] }),
  '/api/terms/apply': async (house) => {
    const of = await house.booking(14);
    const { seen } = await house.read(`/api/change/${of.number}`);
    return give({ termsId: 'rental-long', version: 1, bookings: [{ id: of.id, seen }] });
  },
  '/api/services/save': async (house) => {
    const kept = await keptService(house);
    return give({ ...kept, name: `Service ${house.key().slice(0, 8)}` });
  },
  '/api/services/change-many': async () => give({ ids: ['travel'], retired: false }),
  '/api/services/save-taxes': async (house) => {
    const { taxes } = await house.read('/api/services');
    return give({ taxes });
  },
  '/api/places/save-hours': async () => give({ hours: usualHours }),
  '/api/places/save': async () => give({ id: null, name: 'Hut', kind: 'stock', units: 2, hours: null, retired: false }),
  '/api/places/add-date': async (house) => {
    const days = 30 + house.draw.below(300);
    return give({ serviceId: 'dome', start: house.wall(days, '21:00'), end: house.wall(days, '23:00'), seats: 8 });
  },
  '/api/places/call-off-date': async (house) => {
    const days = 400 + house.draw.below(300);
    const at = { serviceId: 'dome', start: house.wall(days, '21:00'), end: house.wall(days, '23:00'), seats: 8 };
    const made = await house.done('/api/places/add-date', { requestKey: house.key(), ...at });
    return give({ id: made.id ?? house.one('dateId') });
  },
  '/api/places/block': async (house) => {
    const days = 100 + house.draw.below(1000);
    return give({ start: house.wall(days, '03:00'), end: house.wall(days, '03:30') });
  },
  '/api/places/move-unit': async (house) => {
    const days = 150 + house.draw.below(1000);
    const of = await house.booking(days, { serviceId: 'dobsonian', termsId: 'rental' });
    return give({ bookingId: of.id, placeId: 'dobsonians', unit: 2 });
  },
  '/api/places/free': async (house) => {
    const days = 100 + house.draw.below(1000);
    const at = { placeId: 'lena', start: house.wall(days, '03:00'), end: house.wall(days, '03:30'), note: 'Rest' };
    await house.done('/api/places/block', at);
    const { places } = await house.read('/api/services');
    const blocks = asRows(places).flatMap((place) => asRows(place.blocks));
    // Its own: another is freed at the same time.
    return give({ id: (blocks.find(({ start }) => start === at.start) ?? asRow(blocks.at(-1))).id });
  },
  '/api/calendar': async (house) => give({ from: house.date(0), to: house.date(30) }),
  '/api/lanes': async (house) => give({ from: house.date(0), to: house.date(14) }),
  '/api/quotes/create': async (house) => give({ from: { booking: house.one('bookingId') } }),
  '/api/quotes/save': async (house) => {
    const { quoteId, edition } = await writtenQuote(house);
    return give({ quoteId, edition, draft: rentalDraft({ serviceId: 'travel' }) });
  },
  '/api/quotes/send': aQuote(writtenQuote, { by: 'link' }),
  '/api/quotes/renew': async (house) => {
    const quote = house.expired.pop();
    if (!quote) return give({});
    const { edition } = await house.read(`/api/quote/${quote.number}`);
    return give({ quoteId: quote.quoteId, edition });
  },
  '/api/quotes/copy-link': aQuote(sentQuote),
  '/api/quotes/withdraw': aQuote(sentQuote),
  '/api/quotes/answer-question': aQuote(async (house) => {
    const quote = await sentQuote(house);
    await house.done('/api/client/quote/write', {
      link: quote.link,
      attempt: house.key(),
      what: 'ask',
      text: 'Is there a lamp?',
    });
    const { edition } = await house.read(`/api/quote/${quote.number}`);
    return { ...quote, edition: Number(edition) };
  }),
  '/api/quotes/convert': aQuote(sentQuote, { choice: {} }),
  '/api/quotes/sign': aQuote((house) => sentQuote(house, withAgreement()), { signature }),
  '/api/quotes/save-template': async () => give({ templateId: null, edition: 0, draft: rentalDraft() }),
  '/api/quotes/save-agreement': async () => give({ agreementId: null, edition: 0, agreement: rentalAgreement }),
  '/api/credit/sell-voucher': async () => give({ currency: 'EUR', serviceId: undefined }),
  '/api/credit/use-on-booking': async (house) =>
    give({ bookingId: (await house.booking(12)).id, code: await house.voucher() }),
  '/api/credit/create-request': async () =>
    give({ currency: 'EUR', amount: 90_00, smallest: null, paper: undefined, ways: undefined }),
  '/api/credit/send-request': async (house) => give({ requestId: (await house.request()).id }),
  '/api/credit/copy-request-link': async (house) => give({ requestId: (await house.request()).id }),
  '/api/credit/withdraw-request': async (house) => give({ requestId: (await house.request()).id }),
  '/api/credit/record-request-payment': async (house) => give({ requestId: (await house.request()).id, amount: 90_00 }),
  '/api/credit/invoice-request': async (house) => give({ requestId: (await house.soldRequest()).id }),
  '/api/messages/save-wording': async (house) => {
    const { wordings } = await house.read('/api/messages');
    const { occasion, edition, subject, body } = asRow(house.draw.of(asRows(wordings)));
    return give({ occasion, edition, subject, body, off: false, copyTo: [] });
  },
  '/api/messages/preview-wording': async (house) => {
    const { wordings } = await house.read('/api/messages');
    const { subject, body } = asRow(asRows(wordings).find(({ occasion }) => occasion === 'confirmation'));
    return give({ occasion: 'confirmation', subject, body, number: '' });
  },
  '/api/messages/recall': async (house) => {
    const { messageId } = await house.done('/api/credit/create-request', {
      requestKey: house.key(),
      clientName: 'Oriel School',
      clientEmail: 'office@example.org',
      note: 'A talk',
      currency: 'EUR',
      amount: 90_00,
      smallest: null,
      expiresAt: null,
      send: true,
    });
    return give({ messageId });
  },
  '/api/credit/resend-voucher': async (house) => give({ voucherId: await house.onlineVoucher() }),
  '/api/failures/try': async (house) => {
    const { kind, id } = await house.stuckLetter();
    return give({ kind, id });
  },
  '/api/failures/give-up': async (house) => {
    const { kind, id } = await house.stuckLetter();
    return give({ kind, id });
  },
  '/api/begin/offer': async (house) => {
    const about = { requestKey: house.key(), name: 'Tents', unitPrice: 20_00, hours: usualHours };
    return { whole: { ...about, kind: 'rental', by: 'day', units: 2 } };
  },
  '/api/begin/save': async () => ({ whole: { step: 'look', as: 'left' } }),
  '/api/business/save': async () => give({ look: { colour: '#2b2b52' } }),
  '/api/business/stop-booking': async () => give({ stopped: false }),
  // None goes wrong: what processors and the mail server do then is the soak's to try, and here every answer counts.
  '/api/stand-ins/faults': async () => ({ whole: { seed: 1 } }),
  '/api/stand-ins/clock': async (house) => give({ to: house.wall(1, '12:00') }),
  '/api/ways/connect': async () => give({ provider: 'tarn', mode: 'test', currency: 'EUR' }),
  '/api/ways/finish-connecting': async (house) => {
    const { url } = await house.done('/api/ways/connect', { provider: 'tarn', mode: 'test', currency: 'EUR' });
    const state = new URL(textOf(url), house.me.address).searchParams.get('state') ?? '';
    const code = await house.agreed('tarn', state);
    return give({ state, code });
  },
  '/api/ways/disconnect': async (house) => {
    const { url } = await house.done('/api/ways/connect', { provider: 'fell', mode: 'test', currency: 'EUR' });
    const state = new URL(textOf(url), house.me.address).searchParams.get('state') ?? '';
    await house.done('/api/ways/finish-connecting', { state, code: await house.agreed('fell', state) });
    const { accounts } = await house.read('/api/ways');
    const tests = asRows(accounts).filter(({ mode, disconnected }) => mode === 'test' && disconnected === false);
    return give({ accountId: tests.at(-1)?.id ?? house.one('accountId') });
  },
  '/api/ways/save': async () => give({ ways: { hidden: [], online: null }, transferTo: '' }),
  '/api/documents/issue': async (house) => {
    await house.done('/api/documents/settings', papers({ final: false }));
    return give({ bookingId: (await house.past()).id });
  },
  '/api/documents/on-account': onNew(14, () => ({ amount: 10_00 })),
  '/api/documents/credit': async (house) => {
    const of = await house.booking(14);
    await house.done('/api/documents/on-account', { bookingId: of.id, requestKey: house.key(), amount: 50_00 });
    const { documents } = asRow((await house.view(of.number)).documents);
    return give({ bookingId: of.id, number: asRow(asRows(documents)[0]).number, amount: 10_00 });
  },
  '/api/documents/settings': async () => ({ whole: papers() }),
  '/api/books/close': async () => give({ until: '2027-02-28', despite: true }),
  '/api/books/banked': async (house) => {
    const open = (await house.rows('/api/payouts')).find(({ bankedAt }) => bankedAt === null);
    return give({ payoutId: open?.id ?? house.one('payoutId') });
  },
  '/api/clients/save': async (house) => give({ clientId: house.one('clientId'), phone: '', bill: keptBill }),
  '/api/clients/erase': async (house) => {
    const of = await house.booking(16, { clientName: 'Xaviera Quill', clientEmail: `${house.key()}@example.org` });
    await house.done('/api/bookings/cancel', { bookingId: of.id, by: 'business' });
    const { client } = await house.view(of.number);
    return give({ clientId: asRow(client).id, name: asRow(client).name });
  },
  '/api/clients/booking-bill': onNew(15, () => ({ bill: keptBill })),
};

const usualHours = { days: [], week: Array.from({ length: 7 }, () => [{ from: '10:00', to: '19:00' }]) };

export const keptBill: BillData = {
  ...noBillData,
  company: 'Oriel School',
  street: 'Rua 1',
  postcode: '7000',
  city: 'Évora',
  country: 'PT',
};

/** The part of it that a client says. */
export const givenBill = ({ taxChecked: _, payer: __, ...bill }: BillData): Row => bill;

/** What is said of documents; the tax number is another one where it should be refused. */
export const papers = ({ final = true, taxNumber = demoSeller.taxNumber as string } = {}): Row => ({
  settings: { ...usualDocuments, final },
  seller: { ...demoSeller, taxNumber },
});

/** A booking that a client made on the booking page. @returns its id */
export async function booked(house: House, serviceId: string): Promise<string> {
  const { clientEmail, ...cart } = await rightCart(house, serviceId);
  await house.done('/api/client/checkout', { ...cart, clientEmail });
  const found = await house.read(`/api/bookings?stage=all&search=${encodeURIComponent(textOf(clientEmail))}`);
  return textOf(asRow(asRows(found.lines)[0]).id);
}

/** A dispute that can be answered still. */
async function openDispute(house: House): Promise<string> {
  const open = asRows((await house.read('/api/disputes')).disputes).filter(({ state }) => state === 'open');
  return open.length > 0 ? textOf(house.draw.of(open).id) : house.one('dispute');
}
