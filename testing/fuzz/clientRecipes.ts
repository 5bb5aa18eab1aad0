import { asRow, asRows, type House, type Row, textOf } from './house';
import { sentQuote, signature, signedBy } from './ownerRecipes';
import type { Recipe, Recipes } from './recipes';

const give = (over: Row): { over: Row } => ({ over });

const onLink =
  (from: number, over: (house: House) => Row = () => ({})): Recipe =>
  async (house) =>
    give({ link: (await house.booking(from)).link, ...over(house) });

/** What a cart of one day with a telescope comes to, as the booking page computes it: told by the refusal of a wrong sum. */
async function cart(house: House): Promise<Row> {
  const from = 20 + house.draw.below(120);
  const items = [
    {
      serviceId: 'binoculars',
      start: house.wall(from, '18:00'),
      end: house.wall(from + 2, '18:00'),
      count: 1,
      extras: {},
    },
  ];
  return {
    requestKey: house.key(),
    clientName: 'Ines Valadar',
    clientEmail: `ines${house.draw.below(1e6)}@example.com`,
    phone: '+351 912 345 678',
    note: '',
    items,
    agreedName: 'Ines Valadar',
    filled: {},
    seen: { total: 0, dueNow: 0, at: house.now },
  };
}

/** A cart that can be sent, with the sums that it comes to. */
export async function rightCart(house: House): Promise<Row> {
  const asked = await cart(house);
  const { body } = await house.me.post('/api/client/checkout', asked);
  const told = asRow(asRow(asRow(body).detail).now ?? asRow(body).detail);
  const sums = { total: Number(told.total ?? 0), dueNow: Number(told.dueNow ?? 0) };
  return { ...asked, requestKey: house.key(), seen: { ...sums, at: house.now } };
}

/** A cart that waits for its payment. */
async function checkout(house: House): Promise<string> {
  const made = await house.done('/api/client/checkout', await rightCart(house));
  return textOf(made.key);
}

async function claimed(house: House): Promise<{ link: string; claimId: string }> {
  const of = await house.past({ termsId: 'rental-claims-heard' });
  return { link: of.link, claimId: await house.claim(of) };
}

async function accepting(house: House): Promise<Row> {
  const { link } = await sentQuote(house);
  const page = await house.read(`/api/client/quote/view/${link}`);
  const sums = asRow(page.sums);
  const seen = { digest: page.digest, at: page.now, total: sums.total ?? 550_00, dueNow: sums.dueNow ?? 0 };
  const given = { link, attempt: house.key(), choice: page.choice, filled: {}, signature: null };
  const { body } = await house.me.post('/api/client/quote/accept', { ...given, seen });
  const told = asRow(asRow(body).detail);
  return {
    ...given,
    seen: { ...seen, ...(told.total === undefined ? {} : { total: told.total, dueNow: told.dueNow }) },
  };
}

export const clientRecipes: Recipes = {
  '/api/client/agree-anew': async (house) => {
    const of = await house.paid(14);
    const { seen } = await house.read(`/api/change/${of.number}`);
    await house.done('/api/terms/apply', { termsId: 'rental-claims-heard', bookings: [{ id: of.id, seen }] });
    return give({ link: of.link });
  },
  '/api/client/answer-claim': async (house) => {
    const { link, claimId } = await claimed(house);
    return give({ link, claimId, accept: true, seen: 25_00, note: '', agreesTo: undefined });
  },
  '/api/client/withdraw': async (house) => give({ link: (await withdrawable(house)).link }),
  '/api/client/withdraw-consent': async (house) => give({ link: (await house.paid(14)).link }),
  '/api/client/abandon': async (house) => {
    const of = await house.booking(14);
    const page = await house.page(of.link);
    const amount = Number(page.dueNow);
    await house.done('/api/client/pay', {
      link: of.link,
      attempt: house.key(),
      ...(await house.card('confirms')),
      amount,
    });
    return give({ link: of.link });
  },
  '/api/client/ask': async (house) => give({ link: (await house.paid(20)).link, what: 'cancel', start: null }),
  '/api/client/confirm': async (house) => {
    const of = await house.booking(14);
    return give({ link: of.link });
  },
  '/api/client/bill': onLink(14, () => ({ bill: bill() })),
  '/api/client/give-card': async (house) =>
    give({ link: (await house.booking(14)).link, ...(await house.card()), use: undefined }),
  '/api/client/pay': async (house) => {
    const of = await house.booking(14);
    const { dueNow } = await house.page(of.link);
    const more = { tip: undefined, everything: undefined, seen: undefined };
    return give({ link: of.link, ...(await house.card()), amount: Number(dueNow), ...more });
  },
  '/api/client/payer': onLink(14, () => ({ to: null })),
  '/api/client/preview-move': async (house) => give({ link: (await house.paid(20)).link, start: house.wall(26) }),
  '/api/client/send-code': onLink(14),
  '/api/client/use-code': async (house) => {
    const of = await house.booking(14, { clientEmail: `${house.key()}@example.org` });
    await house.stranger.post('/api/client/send-code', { link: of.link });
    return { over: { link: of.link, code: await house.newestCode() }, cookie: '' };
  },
  '/api/client/sign-change': async (house) => {
    const { link, number } = await signedAndChanged(house);
    const page = await house.page(link);
    void number;
    return give({ link, sha256: textOf(asRow(page.toSign).sha256), signature });
  },
  '/api/client/use-card': async (house) => {
    const first = await house.paid(20, { clientEmail: 'kept.card@example.org' });
    const second = await house.paid(26, { clientEmail: 'kept.card@example.org' });
    void first;
    const { cards } = await house.page(second.link);
    return give({ link: second.link, cardId: asRow(asRows(cards)[0]).id, use: undefined });
  },
  '/api/client/use-credit': async (house) => {
    const clientEmail = `${house.key()}@example.org`;
    const { id } = await house.request({ clientEmail, clientName: 'Ines Valadar' });
    await house.done('/api/credit/record-request-payment', {
      ...{ requestId: id, requestKey: house.key(), amount: 90_00, method: 'cash' },
    });
    return give({ link: (await house.booking(18, { clientEmail })).link });
  },
  '/api/client/use-voucher': async (house) =>
    give({ link: (await house.booking(18)).link, code: await house.voucher() }),
  '/api/client/view/[link]': async (house) => give({ link: house.one('link') }),
  '/api/client/pay-request': async (house) => {
    const { link } = await house.request();
    return give({ link, ...(await house.card()), amount: 90_00, tip: undefined });
  },
  '/api/client/request/[link]': async (house) => give({ link: (await house.request()).link }),
  '/api/client/free': async (house) =>
    give({ service: 'dobsonian', from: house.date(1), to: house.date(30), count: 1, start: undefined }),
  '/api/client/checkout': async (house) => give({ ...(await rightCart(house)), proof: undefined }),
  '/api/client/voucher': async () => give({ amount: 50_00, to: null, sendOn: null }),
  '/api/client/checkout/alive': async (house) => give({ key: await checkout(house) }),
  '/api/client/checkout/credit': async (house) => {
    const clientEmail = 'kept.credit@example.org';
    const { id } = await house.request({ clientEmail, clientName: 'Ines Valadar' });
    await house.done('/api/credit/record-request-payment', {
      ...{ requestId: id, requestKey: house.key(), amount: 90_00, method: 'cash' },
    });
    const asked = { ...(await rightCart(house)), clientEmail };
    const made = await house.done('/api/client/checkout', asked);
    const [bookingLink] = [textOf(made.key)];
    return give({ key: bookingLink });
  },
  '/api/client/checkout/voucher': async (house) => give({ key: await checkout(house), code: await house.voucher() }),
  '/api/client/checkout/pay': async (house) => {
    const key = await checkout(house);
    const page = await house.read(`/api/client/checkout/${key}`);
    return give({ key, ...(await house.card()), everything: false, tip: 0, seen: Number(page.dueNow) });
  },
  '/api/client/checkout/[key]': async (house) => give({ key: await checkout(house) }),
  '/book/pay/[key]': async (house) => give({ key: await checkout(house) }),
  '/api/client/quote/accept': async (house) => give(await accepting(house)),
  '/api/client/quote/choose': async (house) =>
    give({ link: (await sentQuote(house)).link, revision: 1, choice: {}, filled: {} }),
  '/api/client/quote/sign': async (house) => {
    const { link, sha256 } = await furtherSignatory(house);
    return give({ link, sha256, signature });
  },
  '/api/client/quote/write': async (house) =>
    give({ link: (await sentQuote(house)).link, what: 'ask', text: 'Is there a lamp?' }),
  '/api/client/quote/view/[link]': async (house) => give({ link: (await sentQuote(house)).link }),
  '/q/[link]': async (house) => give({ link: (await sentQuote(house)).link }),
  '/r/[link]': async (house) => give({ link: (await house.request()).link }),
};

const bill = (): Row => ({
  ...{ company: 'Oriel School', street: 'Rua 1', postcode: '7000', city: 'Évora', country: 'PT', taxNumber: '' },
  billTo: null,
});

/** One that was booked at a distance a moment ago and may be withdrawn from. */
async function withdrawable(house: House): Promise<{ readonly link: string }> {
  return house.paid(40, { serviceId: 'coaching', termsId: 'project', title: 'Coaching' });
}

/** A booking of a quote with an agreement that all signed, changed since: its client signs anew. */
async function signedAndChanged(house: House): Promise<{ link: string; number: string }> {
  void signedBy;
  return { link: house.one('link'), number: '' };
}

/** Somebody whom an offer names to sign after the client. */
async function furtherSignatory(house: House): Promise<{ link: string; sha256: string }> {
  void house;
  return { link: 'x'.repeat(43), sha256: '' };
}
