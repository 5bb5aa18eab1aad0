import { testNumber, type CardBehaviour } from '#world/cardNetwork/testCards';
import { randomUUID } from 'node:crypto';
import { plainPaper } from '#core/paymentRequests/requestPaper';
import { namedBy } from './fieldNames';
import type { Pool } from './fromContract';
import type { Draw } from './values';
import { rentalDraft } from '../quoting';
import { totpOf } from '../totp';
import { demoSignIn } from '#server/seed/demoSignIn';
import { isSignedIn, signedIn, Visitor } from './visitor';

/** Rows of views, of which only what is used is named. */
export type Row = Readonly<Record<string, unknown>>;
type Rows = readonly Row[];

export const asRow = (value: unknown): Row => (typeof value === 'object' && value !== null ? (value as Row) : {});
export const asRows = (value: unknown): Rows => (Array.isArray(value) ? (value as Rows) : []);
export const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');
const textsOf = (rows: Rows, name: string): string[] =>
  rows.map((row) => textOf(row[name])).filter((text) => text !== '');

/** A booking that was made for a try, with the link of its client. */
export type Made = { readonly id: string; readonly number: string; readonly link: string };

const day = 86_400_000;
const usualPage = { note: '', phone: 'off', vouchers: { least: 20_00, most: 500_00, months: null } };

/** Looks for a letter, 50 ms apart: one that the mail server did not take, while that was tried, goes again after ten seconds. */
const lettersTries = 500;

/**
 * The installation as the fuzzer knows it: ids, numbers, links and days that are there, and what it takes to have another
 * booking, request, quote or claim. Everything is asked for over HTTP, as people do.
 */
export class House {
  /** Ids and texts by the name that fields have for them. */
  private readonly known = new Map<string, unknown[]>();
  now = '2027-05-14T08:12:00Z';
  /** An account of clients' cards, and under which reference its frame is opened. */
  private cards: { readonly account: string; readonly view: string; readonly name: string }[] = [];
  /** What takes its time, made before the clock was moved. */
  readonly gaps: string[] = [];
  readonly declined: string[] = [];
  readonly expired: { readonly quoteId: string; readonly number: string }[] = [];
  /** The codes for when an authenticator is lost, while the second factor is on. */
  private recovery: string[] = [];

  /** Nobody: no session, no device. */
  readonly stranger: Visitor;

  constructor(
    readonly me: Visitor,
    readonly draw: Draw,
  ) {
    this.stranger = new Visitor(me.address, '');
  }

  readonly key = (): string => randomUUID();

  /** A day some days from the clock's, and a time of it. */
  readonly date = (days: number): string => new Date(Date.parse(this.now) + days * day).toISOString().slice(0, 10);
  readonly wall = (days: number, time = '18:00'): string => `${this.date(days)}T${time}`;

  learn(name: string, ...values: readonly unknown[]): void {
    const before = this.known.get(name) ?? [];
    this.known.set(name, [...before, ...values].slice(-60));
  }
  readonly all = (name: string): readonly unknown[] => this.known.get(name) ?? [];
  readonly one = (name: string): string => {
    const all = this.all(name);
    return all.length > 0 ? String(this.draw.of(all)) : '';
  };

  readonly read = async (path: string): Promise<Row> => asRow((await this.me.get(path)).body);
  readonly rows = async (path: string): Promise<Rows> => asRows((await this.me.get(path)).body);
  /** Does something as the owner. @returns what it gave; nothing where it was refused */
  readonly done = async (path: string, body: unknown): Promise<Row> => {
    const { status, body: gave } = await this.me.post(path, body);
    return status === 200 ? asRow(gave) : {};
  };

  /** Looks at everything anew. */
  async look(): Promise<void> {
    this.known.clear();
    // What somebody switched off for everybody.
    await this.me.post('/api/business/stop-booking', { stopped: false });
    await this.me.post('/api/business/page', usualPage);
    const world = await this.read('/api/stand-ins/view');
    this.now = textOf(world.now) || this.now;
    const bookings = asRows((await this.read('/api/bookings?stage=all&sort=start&descending=1')).lines);
    const open = asRows((await this.read('/api/bookings?stage=open')).lines);
    const every = [...bookings, ...open];
    this.learn('bookingId', ...textsOf(every, 'id'));
    this.learn('bookingNumber', ...textsOf(every, 'number'));
    const services = await this.read('/api/services');
    const offered = asRows(services.services);
    this.learn('serviceId', ...textsOf(offered, 'id'));
    this.learn('termsId', ...textsOf(asRows(services.terms), 'id'));
    this.learn('agreementId', ...textsOf(asRows(services.agreements), 'id'));
    this.learn('placeId', ...textsOf(asRows(services.places), 'id'));
    this.learn('dateId', ...textsOf(asRows(services.dates), 'id'));
    this.learn('taxes', ...textsOf(asRows(services.taxes), 'code'));
    const quotes = asRows((await this.read('/api/quotes?state=all')).quotes);
    this.learn('quoteId', ...textsOf(quotes, 'id'));
    this.learn('quoteNumber', ...textsOf(quotes, 'number'));
    const credit = await this.read('/api/credit');
    this.learn('requestId', ...textsOf(asRows(credit.requests), 'id'));
    this.learn('voucherId', ...textsOf(asRows(credit.vouchers), 'id'));
    const clients = asRows((await this.read('/api/clients')).clients);
    this.learn('clientId', ...textsOf(clients, 'id'));
    this.learn('clientName', ...textsOf(clients, 'name'));
    const ways = await this.read('/api/ways');
    const accounts = asRows(ways.accounts);
    this.learn('accountId', ...textsOf(accounts, 'id'));
    this.learn('provider', ...textsOf(asRows(ways.providers), 'id'));
    const framed = asRows(world.accounts);
    this.cards = accounts.flatMap(({ id, name, currency, mode, way }) => {
      const same = framed.find((each) => each.name === name && each.currency === currency && each.mode === mode);
      return same && way !== 'reader' && currency === 'EUR' && mode === 'live'
        ? [{ account: textOf(id), view: textOf(same.reference), name: textOf(name) }]
        : [];
    });
    this.learn('reference', ...textsOf(framed, 'reference'));
    this.learn('eventId', ...textsOf(asRows(asRow(world.network).events), 'id'));
    this.learn('mailSeq', ...asRows(world.mail).map(({ seq }) => String(seq)));
    this.learn('documentNumber', ...textsOf(asRows((await this.read('/api/documents')).documents), 'number'));
    this.learn('payoutId', ...textsOf(await this.rows('/api/payouts'), 'id'));
    this.learn('dispute', ...textsOf(asRows((await this.read('/api/disputes')).disputes), 'id'));
    this.learn('messageId', ...textsOf(asRows((await this.read('/api/messages')).outbox), 'id'));
    this.learn('sessionId', ...textsOf(asRows((await this.read('/api/door')).sessions), 'id'));
    for (const id of this.all('bookingId').slice(0, 12)) {
      const { url } = await this.done('/api/bookings/copy-link', { bookingId: id, requestKey: this.key() });
      if (url) this.learn('link', textOf(url).split('/').at(-1));
    }
  }

  /** A token as a processor's frame gives one, with the account that it is for. */
  async card(
    behaviour: CardBehaviour = 'approves',
    of = 'Tarn Cards',
  ): Promise<{ readonly card: string; readonly account: string }> {
    const { account, view } = this.cards.find(({ name }) => name === of) ?? this.cards[0]!;
    const number = testNumber(behaviour, this.draw.below(1e6));
    const { body } = await this.me.post('/stand-in/tokens', { number, account: view });
    return { card: textOf(asRow(body).token), account };
  }

  readonly linkOf = async (bookingId: string): Promise<string> =>
    textOf((await this.done('/api/bookings/copy-link', { bookingId, requestKey: this.key() })).url)
      .split('/')
      .at(-1)!;

  /** A booking of a service that takes no place, from so many days from now on. */
  async booking(from = 9, over: Row = {}): Promise<Made> {
    const asked = {
      requestKey: this.key(),
      clientName: 'Ines Valadar',
      clientEmail: `ines${this.draw.below(1e6)}@example.com`,
      serviceId: 'travel',
      title: 'Travel telescope',
      start: this.wall(from),
      end: this.wall(from + 3),
      lines: [{ id: 'service', label: 'Telescope', quantity: '3', unitPrice: 100_00, taxes: ['VAT'] }],
      termsId: 'rental',
      ...over,
    };
    const made = await this.done('/api/bookings/create', asked);
    const id = textOf(made.id);
    return { id, number: textOf(made.number), link: id === '' ? '' : await this.linkOf(id) };
  }

  readonly view = (number: string): Promise<Row> => this.read(`/api/booking/${number}`);
  readonly page = (link: string): Promise<Row> => this.read(`/api/client/view/${link}`);

  /** Its client pays what is asked for now, or everything that is open. */
  async pay({ link }: Pick<Made, 'link'>, behaviour: CardBehaviour = 'approves', of?: string): Promise<Row> {
    const page = await this.page(link);
    const amount = Number(page.dueNow) || Number(page.outstanding);
    return this.done('/api/client/pay', { link, attempt: this.key(), ...(await this.card(behaviour, of)), amount });
  }

  /** One that its client paid a part of, and one that is over and was paid whole. */
  async paid(from = 9, over: Row = {}): Promise<Made> {
    const made = await this.booking(from, over);
    await this.pay(made);
    return made;
  }
  async begun(): Promise<Made> {
    return this.paid(-1);
  }
  async past(over: Row = {}): Promise<Made> {
    const made = await this.booking(-5, over);
    await this.record(made, 300_00);
    return made;
  }
  readonly record = ({ id: bookingId }: Made, amount: number): Promise<Row> =>
    this.done('/api/paying/record', { bookingId, requestKey: this.key(), amount, method: 'cash' });

  /** The newest fact of a kind. */
  async fact(number: string, kind: string): Promise<Row> {
    return asRow(asRows((await this.view(number)).facts).findLast((fact) => fact.kind === kind));
  }

  async claim(of: Made): Promise<string> {
    const said = { claimId: null, what: 'damage', reason: 'Scratch', amount: 25_00, restsOn: '', pictures: [] };
    await this.done('/api/closing/save-claim', { bookingId: of.id, requestKey: this.key(), ...said });
    return textOf((await this.fact(of.number, 'claimMade')).claimId);
  }

  /** Another payment request, with its link. */
  async request(over: Row = {}): Promise<{ readonly id: string; readonly link: string }> {
    const made = await this.done('/api/credit/create-request', {
      requestKey: this.key(),
      clientName: 'Oriel School',
      clientEmail: 'office@example.org',
      note: 'A talk at the school',
      currency: 'EUR',
      amount: 90_00,
      smallest: null,
      expiresAt: null,
      send: false,
      ...over,
    });
    const id = textOf(made.id);
    const { url } = await this.done('/api/credit/copy-request-link', { requestId: id });
    return { id, link: textOf(url).split('/').at(-1)! };
  }

  /** One that sells something, so that it can be invoiced. */
  soldRequest(): Promise<{ readonly id: string; readonly link: string }> {
    const { price: _, ...paper } = plainPaper;
    const lines = [{ id: 'one', label: 'A talk', quantity: '1', unitPrice: 60_00, taxes: ['VAT'] }];
    return this.request({ amount: null, paper: { ...paper, lines: { taxMode: 'inclusive', lines } } });
  }

  /** Gives the client of an address credit: money that came for no booking. */
  async credited(clientEmail: string): Promise<void> {
    const { id: requestId } = await this.request({ clientEmail, clientName: 'Ines Valadar' });
    const cash = { amount: 90_00, method: 'cash' };
    await this.done('/api/credit/record-request-payment', { requestId, requestKey: this.key(), ...cash });
  }

  /** What a change of a booking sends, where nothing is changed yet. */
  async unchanged(number: string): Promise<Row> {
    const view = await this.read(`/api/change/${number}`);
    const { title, price, start, end } = asRow(view.deal);
    const { taxMode, taxes, lines } = asRow(price);
    const { id: bookingId } = asRow(view.booking);
    const about = { bookingId, requestKey: this.key(), seen: view.seen, title, start, end };
    return { ...about, price: { taxMode, taxes, lines }, giveBack: true, sure: true };
  }

  /** A gift voucher that was bought on the booking page. */
  async onlineVoucher(): Promise<string> {
    const about = { amount: 50_00, buyerName: 'Kofi Abara', buyerEmail: 'kofi@example.org', message: '' };
    const ordered = await this.stranger.post('/api/client/voucher', {
      requestKey: this.key(),
      ...about,
      to: null,
      sendOn: null,
    });
    const link = textOf(asRow(ordered.body).link);
    const given = { link, attempt: this.key(), ...(await this.card()), amount: 50_00, payer: 'Kofi Abara' };
    await this.stranger.post('/api/client/pay-request', given);
    const { vouchers } = await this.read('/api/credit');
    return textOf(asRow(asRows(vouchers).find(({ online }) => online)).id);
  }

  /** A letter that the mail server does not take. */
  async stuckLetter(): Promise<Row> {
    await this.done('/api/stand-ins/faults', { seed: 1, mailRefuses: 100 });
    await this.booking(25);
    let stuck: Row = {};
    for (let tries = 0; tries < 60 && stuck.id === undefined; tries++) {
      await new Promise((resolve) => setTimeout(resolve, 100));
      stuck = asRow(asRows((await this.read('/api/failures')).waiting)[0]);
    }
    await this.done('/api/stand-ins/faults', { seed: 1 });
    return stuck;
  }

  /** A gift voucher's code. */
  async voucher(amount = 50_00): Promise<string> {
    const sold = await this.done('/api/credit/sell-voucher', {
      requestKey: this.key(),
      amount,
      currency: 'EUR',
      method: 'cash',
      buyer: 'Kofi Abara',
      expiresAt: null,
    });
    return textOf(sold.code);
  }

  /** The six digits of the letter to an address that has some. */
  async codeFor(email: string): Promise<string> {
    for (let tries = 0; tries < lettersTries; tries++) {
      const { mail } = await this.read(`/api/stand-ins/view?mail=${encodeURIComponent(email)}`);
      const codes = asRows(mail).flatMap(({ subject }) => /(\d{6})$/.exec(textOf(subject))?.[1] ?? []);
      const [code] = codes;
      if (code) return code;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    return '000000';
  }

  /** The owner says yes on a processor's page. @returns the code with which it leads back */
  async agreed(provider: string, state: string): Promise<string> {
    const response = await fetch(`${this.me.address}/stand-in/agree`, {
      method: 'POST',
      redirect: 'manual',
      headers: { cookie: this.me.cookie, origin: this.me.address, 'content-type': 'application/x-www-form-urlencoded' },
      body: new URLSearchParams({ provider, currency: 'EUR', state, answer: 'yes', mode: 'test' }).toString(),
    });
    return new URL(response.headers.get('location') ?? '/', this.me.address).searchParams.get('code') ?? '';
  }

  readonly cardNumber = (): { number: string; account: string } => ({
    number: testNumber('approves', this.draw.below(1e6)),
    account: this.cards[0]!.view,
  });

  /** The newest letter to an address in which something stands. */
  async letterWith(email: string, pattern: RegExp): Promise<string> {
    for (let tries = 0; tries < lettersTries; tries++) {
      const { mail } = await this.read(`/api/stand-ins/view?mail=${encodeURIComponent(email)}`);
      for (const { seq } of asRows(mail).slice(0, 4)) {
        const letter = JSON.stringify(await this.read(`/api/stand-ins/mail/${String(seq)}`));
        const found = pattern.exec(letter)?.[1];
        if (found) return found;
      }
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    return '';
  }

  /** A device that a code confirmed for this client. @returns its cookie */
  async device(email: string, link: string): Promise<string> {
    const { cookies } = await this.stranger.post('/api/client/send-code', { link });
    const cookie = cookies.join('; ');
    await new Visitor(this.me.address, cookie).post('/api/client/use-code', { link, code: await this.codeFor(email) });
    return cookie;
  }

  /** What takes days: payments that are disputed, holds that lapse, charges that are declined, offers that end. */
  async prepare(): Promise<void> {
    await this.look();
    for (let count = 0; count < 6; count++) await this.pay(await this.booking(1), 'disputesNotProvided');
    await this.wait(71);
    for (let count = 0; count < 4; count++) {
      const gap = await this.booking(2, { termsId: 'rental', end: this.wall(40) });
      await this.record(gap, 300_00);
      await this.done('/api/client/give-card', {
        link: gap.link,
        attempt: this.key(),
        ...(await this.card('noRenewal')),
      });
      this.gaps.push(gap.id);
      const charged = await this.booking(12, { termsId: 'event-charged' });
      await this.pay(charged, 'shortOnFile');
      this.declined.push(charged.id);
      const made = await this.done('/api/quotes/create', { requestKey: this.key(), from: null });
      const draft = rentalDraft({
        serviceId: 'travel',
        start: this.wall(60),
        end: this.wall(64),
        agreement: null,
        blocks: [],
        expiryKind: 'hours',
        expiry: '1',
      });
      const quoteId = textOf(made.id);
      const { edition } = await this.done('/api/quotes/save', { quoteId, edition: 1, draft });
      await this.done('/api/quotes/send', { quoteId, edition, by: 'link' });
      this.expired.push({ quoteId, number: textOf(made.number) });
    }
    await this.wait(9);
  }

  /** Lets days pass. */
  async wait(days: number): Promise<void> {
    await this.me.post('/api/stand-ins/clock', { to: this.wall(days, '12:00') });
    for (let tries = 0; tries < 600; tries++) {
      const world = await this.read('/api/stand-ins/view');
      this.now = textOf(world.now) || this.now;
      if (world.moving === null) return;
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
  }

  private readonly password = { password: demoSignIn.password };

  /** Shows again who sits there. */
  readonly prove = async (): Promise<void> => {
    const code = this.recovery.pop();
    await this.me.post('/api/door/prove', code === undefined ? this.password : { code });
  };

  /** An authenticator that is scanned and not confirmed yet: the code that it shows. */
  async begunFactor(): Promise<string> {
    await this.noFactor();
    await this.prove();
    const begun = await this.done('/api/door/begin-second-factor', this.password);
    this.recovery = asRows(begun.recovery).map(String);
    return begun.uri ? totpOf(textOf(begun.uri)) : '000000';
  }
  async noFactor(): Promise<void> {
    const { secondFactor } = await this.read('/api/door');
    if (secondFactor !== true) return void (this.recovery = []);
    await this.prove();
    this.me.take(await this.me.post('/api/door/end-second-factor', this.password));
    await this.comeIn();
    this.recovery = [];
  }

  /** Takes the session that an answer gave, and comes in anew where there is none. */
  async afterDoor(cookies: readonly string[]): Promise<void> {
    this.me.take({ cookies });
    await this.comeIn();
  }

  /** Signs in where nobody is, past the second factor where it was left on. */
  async comeIn(): Promise<void> {
    if (await isSignedIn(this.me.address, this.me.cookie)) return;
    this.me.cookie = await signedIn(this.me.address);
    const code = this.recovery.pop();
    if (code === undefined || (await isSignedIn(this.me.address, this.me.cookie))) return;
    const response = await fetch(`${this.me.address}/api/auth/two-factor/verify-backup-code`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: this.me.cookie, origin: this.me.address },
      body: JSON.stringify({ code }),
    });
    this.me.cookie = response.headers
      .getSetCookie()
      .map((cookie) => cookie.split(';', 1)[0])
      .join('; ');
  }

  /** A booking whose agreement was signed. */
  async signedLink(): Promise<string> {
    const accepted = asRows((await this.read('/api/quotes?state=all')).quotes).find(
      ({ bookingNumber }) => bookingNumber,
    );
    return accepted ? this.linkOf(textOf((await this.view(textOf(accepted.bookingNumber))).id)) : 'x';
  }
  /** What a field of this name may be on that path. */
  readonly poolFor =
    (path: string): Pool =>
    (field) => {
      const name = namedBy(path, field);
      switch (name) {
        case 'requestKey':
          return [this.key()];
        case 'clientEmail':
          return ['ines@example.com', 'matthias.holle@example.com', `someone${this.draw.below(1e6)}@example.org`];
        case 'personName':
          return ['Ines Valadar', 'Łucja O’Brien', '山田 花子', ...this.all('clientName')];
        case 'wall':
          return [1, 2, 3, 5, 8, 12, 20, 34].flatMap((days) => [this.wall(days), this.wall(days, '10:00')]);
        case 'date':
          return [1, 2, 3, 5, 8, 12, 20, 34].map((days) => this.date(days));
        case 'moment':
          return [1, 8, 60].map((days) => `${this.date(days)}T12:00:00Z`);
        case 'sum':
          return [1, 5_00, 10_00, 25_00, 66_00, 300_00];
        case 'currency':
          return ['EUR'];
        case 'note':
          return ['As we said on the telephone.', 'Spare parts', 'Naïve “quotes”; and more'];
        default:
          return this.all(name);
      }
    };
}
