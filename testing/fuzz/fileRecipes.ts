import { secretFor, urlKey } from '#server/secrets';
import { readFileSync } from 'node:fs';
import { Webhook } from 'standardwebhooks';
import { demoSignIn } from '#server/seed/demoSignIn';
import { asRow, asRows, type House, type Row, textOf } from './house';
import { fuzzedSecret } from './installed';
import { signedOffer } from './clientRecipes';
import { keptBill } from './ownerRecipes';
import type { Given, Recipe, Recipes } from './recipes';

export const healthKey = 'a key of the fuzzer, for how it is';
const bearer = (key: string): Given => ({ headers: { authorization: `Bearer ${key}` } });
const at =
  (path: string): Recipe =>
  async () => ({ path });
const form = (fields: Record<string, string>): Given => ({ body: new URLSearchParams(fields).toString() });

/** A document of a booking that a link opens. */
async function paperOf(house: House): Promise<{ readonly link: string; readonly number: string }> {
  for (const bookingNumber of house.all('bookingNumber').slice(0, 20)) {
    const view = await house.view(String(bookingNumber));
    const [first] = asRows(asRow(view.documents).documents);
    if (first) return { link: await house.linkOf(textOf(view.id)), number: textOf(first.number) };
  }
  return { link: 'x', number: 'x' };
}

/** An event that a processor told before, told again with its signature. */
async function signedEvent(house: House): Promise<Given | null> {
  const world = await house.read('/api/stand-ins/view');
  const told = asRows(asRow(world.network).events).find(({ event }) =>
    textOf(asRow(event).account).startsWith('tarn.'),
  );
  if (!told) return null;
  const body = JSON.stringify(told.event);
  const now = new Date();
  const signature = new Webhook(secretFor(fuzzedSecret, 'processor events live')).sign(textOf(told.id), now, body);
  return {
    path: '/api/events/tarn',
    type: 'application/json',
    body,
    headers: {
      'webhook-id': textOf(told.id),
      'webhook-timestamp': String(Math.floor(now.getTime() / 1000)),
      'webhook-signature': signature,
    },
  };
}

async function uploaded(house: House): Promise<string> {
  const response = await fetch(`${house.me.address}/api/files?for=picture`, {
    method: 'POST',
    headers: {
      'content-type': 'image/png',
      'x-file-name': 'picture.png',
      cookie: house.me.cookie,
      origin: house.me.address,
    },
    body: readFileSync('docs/screenshots/today.png'),
  });
  const { id } = asRow(await response.json());
  return textOf(id);
}

const first = (rows: unknown): Row => asRow(asRows(rows)[0]);

export const fileRecipes: Recipes = {
  '/500': at('/500'),
  '/404': at('/404'),
  '/api/auth/[...all]': async () => ({
    path: '/api/auth/sign-in/email',
    type: 'application/json',
    body: JSON.stringify({ email: demoSignIn.email, password: demoSignIn.password }),
  }),
  '/api/backup': async () => ({
    ...bearer(urlKey(secretFor(fuzzedSecret, 'machine backup'))),
    type: 'application/json',
    body: JSON.stringify({ passphrase: 'nine quiet herons at dusk' }),
  }),
  '/api/demo/sign-in': async () => ({ type: 'application/json', body: '{}', cookie: '' }),
  '/api/events/[provider]': signedEvent,
  '/api/files': async () => ({
    path: '/api/files?for=picture',
    type: 'image/png',
    body: readFileSync('docs/screenshots/today.png'),
    headers: { 'x-file-name': 'picture.png' },
  }),
  '/metrics': async () => bearer(healthKey),
  '/messages/preview': async (house) => {
    const { wordings } = await house.read('/api/messages');
    const { subject, body } = asRow(asRows(wordings).find(({ occasion }) => occasion === 'confirmation'));
    return form({ occasion: 'confirmation', subject: textOf(subject), body: textOf(body), number: '' });
  },
  '/stand-in/agree': async () =>
    form({ provider: 'tarn', currency: 'EUR', state: 'x'.repeat(20), answer: 'yes', mode: 'test' }),
  '/stand-in/answer': async () => form({ secret: 'x', answer: 'yes', back: '/book' }),
  '/stand-in/present': async () => form({ reference: 'x', answer: 'stop' }),
  '/stand-in/tokens': async (house) => ({ type: 'application/json', body: JSON.stringify(house.cardNumber()) }),
  '/stand-in/card': async (house) => ({
    path: `/stand-in/card?account=${encodeURIComponent(house.cardNumber().account)}`,
  }),
  '/stand-in/connect': at('/stand-in/connect?provider=tarn&mode=test&currency=EUR&state=xxxxxxxxxxxxxxxxxxxx'),
  '/set-up/connected': at('/set-up/connected?state=x'),
  '/set-up/[chapter]': at('/set-up/business'),
  '/journal/export.[format]': async (house) => ({
    path: `/journal/export.${house.draw.of(['hledger', 'beancount', 'csv', 'journal'])}`,
  }),
  '/journal/reports/[name].[as]': async (house) => ({ path: `/journal/reports/tax.${house.draw.of(['csv', 'pdf'])}` }),
  '/documents/[number].xml': async (house) => {
    const of = await house.booking(14);
    await house.done('/api/clients/booking-bill', { bookingId: of.id, bill: keptBill });
    await house.done('/api/documents/on-account', { bookingId: of.id, requestKey: house.key(), amount: 50_00 });
    return { over: { number: first(asRow((await house.view(of.number)).documents).documents).number } };
  },
  '/f/[id]': async (house) => ({ over: { id: await uploaded(house) } }),
  '/stand-in/bank/[secret]': async (house) => {
    const of = await house.booking(14);
    const paid = await house.pay(of, 'confirms');
    const secret = /bank\/([\w-]+)/.exec(JSON.stringify(paid))?.[1] ?? 'x';
    return { over: { secret } };
  },
  '/b/[link]': async (house) => ({ over: { link: (await house.booking(14)).link } }),
  '/b/[link]/documents/[number].pdf': async (house) => ({ over: await paperOf(house) }),
  '/b/[link]/receipts/[number].pdf': async (house) => ({ over: { link: (await house.paid(15)).link, number: '1' } }),
  '/b/[link]/agreement.pdf': async (house) => ({ over: { link: await house.signedLink() } }),
  '/b/[link]/transfer.svg': async (house) => ({ over: { link: (await house.booking(14)).link } }),
  '/q/[link]/agreement.pdf': async (house) => ({ over: { link: (await signedOffer(house)).link } }),
  '/quotes/[number]/agreement.pdf': async (house) => {
    const signed = asRows((await house.read('/api/quotes?state=all')).quotes).find(
      ({ bookingNumber }) => bookingNumber,
    );
    return signed ? { over: { number: signed.number } } : null;
  },
  '/r/[link]/transfer.svg': async (house) => ({ over: { link: (await house.request()).link } }),
  '/r/[link]/documents/[number].pdf': async (house) => {
    const { id, link } = await house.soldRequest();
    await house.done('/api/credit/invoice-request', { requestId: id });
    const { requests } = await house.read('/api/credit');
    const mine = asRows(requests).find((each) => each.id === id) ?? {};
    return { over: { link, number: Array.isArray(mine.documents) ? String(mine.documents[0]) : 'x' } };
  },
  '/bookings/[number]': async (house) => ({ over: { number: house.one('bookingNumber') } }),
  '/bookings/[number]/change': async (house) => ({ over: { number: (await house.booking(14)).number } }),
  '/disputes/[id]/answer.pdf': async (house) => ({ over: { id: house.one('dispute') } }),
  '/quote-templates/[id]': at('/quote-templates/template-rig'),
  '/api/reports/[name]': async () => ({ over: { name: 'tax', from: undefined, until: undefined } }),
  '/terms/[id]/bookings': at('/terms/rental/bookings'),
  '/new-password': at('/new-password'),
};
