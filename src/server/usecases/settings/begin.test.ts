import { testNumber } from '#world/cardNetwork/testCards';
import { firstOffer } from '#core/settings/firstOffer';
import { notBegun } from '#core/settings/steps';
import { usualHours } from '#core/places/hours';
import { minor } from '#core/money/minor';
import { rowsOf } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { business, services } from '#server/database/schema/business';
import { journalEntries } from '#server/database/schema/journal';
import { occupancies } from '#server/database/schema/places';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import { triedTables } from '#server/usecases/settings/cleanBooks';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { eq, sql } from 'drizzle-orm';
import { type Installation, installation, rental } from '../../../../testing/installation';
import { codeOf } from '../../../../testing/onBooking';
import type { WallTime } from '#core/calendar/wallTime';

const lesson = {
  requestKey: 'first-offer-1',
  kind: 'appointment',
  name: 'First-night lesson',
  unitPrice: minor(90_00),
  hours: { ...usualHours, week: [...usualHours.week.slice(1), []] },
  minutes: 60,
  atOnce: 1,
} as const;

/** What stays when the books are made clean: what the owner has set up, and who may come in. */
const keptTables = [
  'business',
  'terms',
  'terms_versions',
  'taxes',
  'services',
  'files',
  'places',
  'event_dates',
  'quote_templates',
  'agreements',
  'user',
  'session',
  'account',
  'two_factor',
  'verification',
  'rate_limit',
  'counted',
  'used_once',
  'pay_accounts',
  'connecting',
  'wordings',
  'derivations',
];

describe('the first hour', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
    await app.deps.db.update(services).set({ retired: true });
    await app.deps.db.update(business).set({ begun: notBegun });
  });
  afterEach(() => app.close());

  it('makes of a few words a service that a client can book, once', async () => {
    expect((await app.beginView()).steps).to.include({ offer: 'open', pay: 'done', try: 'open' });
    const [once, twice] = [await app.beginOffer(lesson), await app.beginOffer(lesson)];
    expect([once, twice]).to.deep.equal([
      { ok: true, value: { id: 'first-offer-1' } },
      { ok: true, value: { id: 'first-offer-1' } },
    ]);
    const view = await app.beginView();
    expect(view.steps.offer).to.equal('done');
    expect(view.serviceId).to.equal('first-offer-1');
    expect(view.services.hours.week).to.deep.equal(lesson.hours.week);
    const page = await app.bookPage();
    expect(page!.services.map(({ name }) => name)).to.deep.equal(['First-night lesson']);
    expect(firstOffer({ ...lesson, week: lesson.hours.week }, 'x').termsId).to.equal('lesson');
  });

  it('keeps what the owner says of its steps, and lists on Today what is left', async () => {
    await app.saveBegun({ step: 'money', as: 'done' });
    await app.saveBegun({ step: 'look', as: 'left' });
    expect((await app.queries.today()).begin).to.deep.equal(['offer', 'look', 'try']);
    await app.saveBegun({ step: 'look', as: 'done' });
    expect((await app.queries.today()).begin).to.deep.equal(['offer', 'try']);
    await app.saveBegun({ over: true });
    expect((await app.queries.today()).begin).to.deep.equal([]);
    expect((await app.beginView()).over).to.equal(true);
  });

  it('gives an account in test mode at once, in the business’s currency', async () => {
    const made = await app.testAccount();
    expect(made.ok).to.equal(true);
    const [account] = await app.deps.db
      .select()
      .from(payAccounts)
      .where(eq(payAccounts.id, made.ok ? made.value.accountId : ''));
    expect(account).to.include({ mode: 'test', currency: 'EUR', way: 'card' });
    await app.deps.db.update(business).set({ currency: 'XAF' });
    expect(codeOf(await app.testAccount())).to.equal('no_test_account');
  });
});

describe('clean books', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
  });
  afterEach(() => app.close());
  const testMode = () => app.deps.db.update(payAccounts).set({ mode: 'test' });
  const book = () => app.createBooking(rental());
  /** The outbox works by itself: a letter that goes out after the copy would make it an old one. */
  const copy = async () => {
    await app.lettersOut();
    return app.triedCopy();
  };

  it('decides of every table whether it stays', async () => {
    const there = await rowsOf<{ name: string }>(
      app.deps.db,
      sql`select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'`,
    );
    const names = there.map(({ name }) => name).filter((name) => !name.startsWith('__'));
    expect(names).to.have.members([...keptTables, ...triedTables]);
  });

  it('takes away what was tried, after its copy; the next booking is the first', async () => {
    await testMode();
    const block = { placeId: '', start: '2027-03-10T19:00' as WallTime, end: '2027-03-10T22:00' as WallTime };
    const place = await app.savePlace({
      id: null,
      requestKey: 'the-bench-1',
      name: 'Bench',
      kind: 'room',
      units: 1,
      hours: null,
      retired: false,
    });
    await app.blockPlace({ ...block, placeId: place.ok ? place.value.id : '', note: 'Away' });
    await book();
    const { digest, tables } = await copy();
    expect(JSON.parse(tables)).to.have.property('bookings').with.length(1);
    expect(tables).not.to.include('client_links');
    expect((await app.beginView()).canClean).to.equal(true);
    expect(await app.cleanBooks({ copied: digest })).to.deep.equal({ ok: true, value: null });
    expect(await app.deps.db.$count(bookings)).to.equal(0);
    expect(await app.deps.db.$count(occupancies), 'what is kept free stays so').to.equal(1);
    expect(await verify(app.deps)).to.deep.equal([]);
    const made = await book();
    expect(made.ok && made.value.number).to.equal('B-0001');
    expect((await app.queries.terms('rental'))!.terms).not.to.equal(null);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('books nothing of what a processor still tells of what was tried: no payout, no fee', async () => {
    await app.disconnect({ accountId: app.account });
    const given = await app.testAccount();
    const account = given.ok ? given.value.accountId : '';
    const made = await book();
    const link = await app.copyLink({ bookingId: made.ok ? made.value.id : '', requestKey: 'link-for-payout' });
    const paid = await app.payByClient({
      link: (link.ok ? link.value.url : '').split('/').at(-1)!,
      attempt: 'clean-books-pay-2',
      card: await app.tokenAt(account, testNumber('approves')),
      account,
      amount: minor(240_00),
    });
    expect(paid.ok).to.equal(true);
    const { digest } = await copy();
    expect(await app.cleanBooks({ copied: digest })).to.deep.equal({ ok: true, value: null });
    await app.at('2027-03-20T10:00');
    expect(await app.deps.db.$count(journalEntries)).to.equal(0);
    expect(await verify(app.deps)).to.deep.equal([]);
    expect((await app.beginView()).ways.accounts.every(({ disconnected }) => disconnected)).to.equal(true);
  });

  it('keeps what came after the copy', async () => {
    await testMode();
    await book();
    const { digest } = await copy();
    await app.createBooking(rental({ requestKey: 'another-one-1', clientEmail: 'maud@example.com' }));
    expect(codeOf(await app.cleanBooks({ copied: digest }))).to.equal('copy_is_old');
    expect(await app.deps.db.$count(bookings)).to.equal(2);
  });

  it('is refused where a payment is under way, and where real money has gone through', async () => {
    const made = await book();
    const bookingId = made.ok ? made.value.id : '';
    const card = await app.token('approves');
    const link = await app.copyLink({ bookingId, requestKey: 'link-for-clean' });
    const url = link.ok ? link.value.url : '';
    await app.payByClient({
      link: url.split('/').at(-1)!,
      attempt: 'clean-books-pay-1',
      card,
      account: app.account,
      amount: minor(240_00),
    });
    expect(await app.deps.db.$count(intents)).to.be.greaterThan(0);
    const { digest } = await copy();
    expect(codeOf(await app.cleanBooks({ copied: digest }))).to.equal('live_was_used');
    expect((await app.beginView()).canClean).to.equal(false);
    await testMode();
    await app.deps.db.update(intents).set({ state: 'open' });
    const again = await copy();
    expect(codeOf(await app.cleanBooks({ copied: again.digest }))).to.equal('payment_under_way');
    expect(await app.deps.db.$count(bookings)).to.equal(1);
  });
});
