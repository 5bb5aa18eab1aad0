import { asRow, asRows, type House, type Row, textOf } from './house';
import type { QuotePageView } from '#contracts/quotes/views';
import { acceptance } from '../quoting';
import { rightCart } from './carts';
import { booked, givenBill, keptBill, sentQuote, signature, withAgreement } from './ownerRecipes';
import type { Recipe, Recipes } from './recipes';

const give = (over: Row): { over: Row } => ({ over });

const onLink =
  (from: number, over: (house: House) => Row = () => ({})): Recipe =>
  async (house) =>
    give({ link: (await house.booking(from)).link, ...over(house) });

/** A cart that waits for its payment. */
async function checkout(house: House): Promise<string> {
  const made = await house.done('/api/client/checkout', await rightCart(house));
  return textOf(made.key);
}

async function claimed(house: House): Promise<{ link: string; claimId: string }> {
  const of = await house.past({ termsId: 'rental-heard' });
  return { link: of.link, claimId: await house.claim(of) };
}

/** What the page of an offer would send if its reader accepted. */
async function accepting(house: House, link: string): Promise<Row> {
  const page = (await house.me.get(`/api/client/quote/view/${link}`)).body as QuotePageView;
  const { origin: _, ...sent } = acceptance(page, link);
  return { ...sent, filled: {} };
}

export const clientRecipes: Recipes = {
  '/api/client/agree-anew': async (house) => {
    const of = await house.paid(30, { termsId: 'event-charged' });
    const asked = await house.unchanged(of.number);
    const price = asRow(asked.price);
    const dearer = asRows(price.lines).map((line) => ({ ...line, unitPrice: 200_00 }));
    await house.done('/api/bookings/change', { ...asked, price: { ...price, lines: dearer } });
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
  '/api/client/confirm': async (house) => give({ link: await house.linkOf(await booked(house, 'first-night')) }),
  '/api/client/bill': async (house) => {
    return { whole: { of: 'booking', key: (await house.booking(14)).link, bill: givenBill(keptBill) } };
  },
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
    const clientEmail = `${house.key()}@example.org`;
    const of = await house.booking(14, { clientEmail });
    const { cookies } = await house.stranger.post('/api/client/send-code', { link: of.link });
    return { over: { link: of.link, code: await house.codeFor(clientEmail) }, cookie: cookies.join('; ') };
  },
  '/api/client/sign-change': async (house) => {
    const link = await signedAndChanged(house);
    return give({ link, sha256: textOf(asRow((await house.page(link)).toSign).sha256), signature });
  },
  '/api/client/use-card': async (house) => {
    const clientEmail = 'kept.card@example.org';
    await house.paid(20, { clientEmail });
    const { link } = await house.paid(26, { clientEmail });
    const { cards } = await house.page(link);
    return give({ link, cardId: asRow(asRows(cards)[0]).id, use: undefined });
  },
  '/api/client/use-credit': async (house) => {
    const clientEmail = `${house.key()}@example.org`;
    await house.credited(clientEmail);
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
    give({ service: 'binoculars', from: house.date(1), to: house.date(30), count: 1, start: undefined }),
  '/api/client/checkout': async (house) => give({ ...(await rightCart(house)), proof: undefined }),
  '/api/client/voucher': async () => give({ amount: 50_00, to: null, sendOn: null }),
  '/api/client/checkout/alive': async (house) => give({ key: await checkout(house) }),
  '/api/client/checkout/credit': async (house) => {
    const clientEmail = `${house.key()}@example.org`;
    await house.credited(clientEmail);
    const cookie = await house.device(clientEmail, (await house.booking(19, { clientEmail })).link);
    const made = await house.done('/api/client/checkout', { ...(await rightCart(house)), clientEmail });
    return { over: { key: textOf(made.key) }, cookie };
  },
  '/api/client/checkout/voucher': async (house) => give({ key: await checkout(house), code: await house.voucher() }),
  '/api/client/checkout/pay': async (house) => {
    const key = await checkout(house);
    const page = await house.read(`/api/client/checkout/${key}`);
    return give({ key, ...(await house.card()), everything: false, tip: 0, seen: Number(page.dueNow) });
  },
  '/api/client/checkout/[key]': async (house) => give({ key: await checkout(house) }),
  '/book/pay/[key]': async (house) => give({ key: await checkout(house) }),
  '/api/client/quote/accept': async (house) => give(await accepting(house, (await sentQuote(house)).link)),
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

/** One whose terms let its client withdraw for some days. */
async function withdrawable(house: House): Promise<{ readonly link: string }> {
  const of = await house.paid(40);
  const { terms } = asRow((await house.view(of.number)).agreed);
  const withdrawal = { days: 14 };
  await house.done('/api/bookings/change', {
    ...(await house.unchanged(of.number)),
    terms: { ...asRow(terms), withdrawal },
  });
  return of;
}

/** An offer that its client has signed, with the booking that came of it. */
export async function signedOffer(house: House): Promise<{ readonly link: string; readonly number: string }> {
  const { link } = await sentQuote(house, withAgreement({ business: 'no' }));
  const made = await house.done('/api/client/quote/accept', { ...(await accepting(house, link)), signature });
  return { link, number: textOf(made.number) };
}

/** A booking of an offer that was signed, changed since: its client signs anew. @returns its link */
async function signedAndChanged(house: House): Promise<string> {
  const { number } = await signedOffer(house);
  const asked = await house.unchanged(number);
  await house.done('/api/bookings/change', { ...asked, end: house.wall(38) });
  return house.linkOf(textOf(asked.bookingId));
}

/** Somebody whom an offer names to sign after the client. */
async function furtherSignatory(house: House): Promise<{ link: string; sha256: string }> {
  const email = `${house.key()}@example.org`;
  const others = [{ id: 'second', name: 'Kofi Abara', email }];
  const quote = await sentQuote(house, withAgreement({ business: 'no', others }));
  await house.done('/api/client/quote/accept', { ...(await accepting(house, quote.link)), signature });
  const link = await house.letterWith(email, /\/q\/([\w-]{20,})/);
  const page = await house.read(`/api/client/quote/view/${link}`);
  return { link, sha256: textOf(asRow(page.signed).sha256) };
}
