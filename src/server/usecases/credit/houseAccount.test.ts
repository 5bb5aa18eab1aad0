import { bookingState } from '#core/bookings/bookingState';
import type { WallTime } from '#core/calendar/wallTime';
import { minor } from '#core/money/minor';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { openOnAccount } from '#server/bookings/houseAccount';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { occupancies } from '#server/database/schema/places';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { datesRules, openTo, placesFor, stayRules } from '../../../../testing/bookingPage';
import { type Installation, installation, linesOf, rental } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';
import { acceptance, pageOf, rentalDraft, sentQuote } from '../../../../testing/quoting';

describe('a house account', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(async () => {
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
  const onAccount = (total: number, more = {}) =>
    app.createBooking({ ...rental({ total }), settling: 'account', accountDays: 14, ...more });
  const clientId = async (): Promise<string> => (await app.deps.db.select().from(clients))[0]!.id;
  const limited = async (limit: number | null) =>
    app.saveAccountLimit({ clientId: await clientId(), limit: limit === null ? null : minor(limit) });
  const standingOf = async (id: string) => {
    const { booking, facts } = (await readBooking(app.deps.db, id))!;
    return { bookingState: bookingState(agreedOf(booking), facts, app.world.clock.now()) };
  };
  const stageOf = async (number: string) =>
    (await app.queries.bookings({ search: number, stage: 'all', sort: 'number', descending: false, page: 0 })).lines[0]!
      .stage;

  it('without a limit is the owner’s own decision: secured at once, due so many days after the end', async () => {
    const made = await onAccount(800_00);
    if (!made.ok) throw new Error();
    expect(await stageOf(made.value.number)).to.equal('secured');
    const { bookingState: current } = await standingOf(made.value.id);
    expect(current.parts.map(({ name, due, left }) => [name, due, left])).to.deep.equal([
      ['house account', '2027-05-05', 800_00],
    ]);
    expect(current.hold).to.equal(null);
    const view = (await app.creditView()).accounts;
    expect(view).to.deep.include({
      id: await clientId(),
      name: 'Ines Valadar',
      currency: 'EUR',
      open: 800_00,
      limit: null,
    });
  });

  it('takes up to its limit, and says what stands open when it refuses', async () => {
    await onAccount(800_00);
    await limited(1_200_00);
    expect(await onAccount(400_01)).to.deep.equal({
      ok: false,
      refusal: { code: 'account_limit', limit: 1_200_00, used: 800_00 },
    });
    expect((await onAccount(400_00)).ok, 'just the rest').to.equal(true);
    expect(codeOf(await onAccount(1))).to.equal('account_limit');
    expect(await app.deps.db.$count(bookings)).to.equal(2);
  });

  it('is free again once something is paid or cancelled', async () => {
    const first = await onAccount(800_00);
    await limited(800_00);
    if (!first.ok) throw new Error();
    expect(codeOf(await onAccount(100_00))).to.equal('account_limit');
    const paying = { bookingId: first.value.id, requestKey: 'transfer-0001', method: 'transfer' as const };
    await app.recordPayment({ ...paying, amount: minor(300_00) });
    expect((await onAccount(300_00)).ok).to.equal(true);
    expect(codeOf(await onAccount(1))).to.equal('account_limit');
    await app.cancelBooking({ bookingId: first.value.id, by: 'business' });
    expect(await openOnAccount(app.deps.db, await clientId(), 'EUR')).to.equal(300_00);
  });

  it('two bookings at once do not both fit', async () => {
    await onAccount(100_00);
    await limited(600_00);
    const made = await Promise.all([onAccount(400_00), onAccount(400_00)]);
    expect(made.filter(({ ok }) => ok)).to.have.length(1);
  });

  it('holds for a quote too: its client is told, and nothing is booked', async () => {
    const { link } = await sentQuote(app, rentalDraft({ settling: 'account', accountDays: '14' }));
    await app.deps.db
      .insert(clients)
      .values({ id: 'known', name: 'Ines Valadar', email: 'ines@example.com', accountLimit: minor(10_00) });
    const accepted = await app.acceptQuote(acceptance(await pageOf(app, link), link));
    expect(codeOf(accepted)).to.equal('account_limit');
    expect(await app.deps.db.$count(bookings)).to.equal(0);
    await app.saveAccountLimit({ clientId: 'known', limit: null });
    expect((await app.acceptQuote(acceptance(await pageOf(app, link), link))).ok).to.equal(true);
    const [row] = await app.deps.db.select().from(bookings);
    expect(row).to.include({ onAccount: true, clientId: 'known' });
  });

  it('a limit of nothing closes it; a client who is not there has none', async () => {
    await onAccount(1_00);
    await limited(0);
    expect(codeOf(await onAccount(1))).to.equal('account_limit');
    expect(codeOf(await app.saveAccountLimit({ clientId: 'nobody', limit: null }))).to.equal('client_not_found');
  });

  it('what is paid as the terms say, or at the counter, is not on it', async () => {
    await onAccount(100_00);
    await limited(100_00);
    expect((await app.createBooking(rental({ total: 900_00 }))).ok).to.equal(true);
    expect((await app.createBooking({ ...rental({ total: 900_00 }), settling: 'counter' })).ok).to.equal(true);
    expect(await openOnAccount(app.deps.db, await clientId(), 'EUR')).to.equal(100_00);
  });
});

describe('how many a booking of the owner’s takes', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
    await placesFor(app);
    await openTo(app, { id: 'scope', rules: stayRules });
    await openTo(app, { id: 'evening', rules: datesRules });
  });
  afterEach(async () => {
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
  const stay = { start: '2027-04-05T10:00' as WallTime, end: '2027-04-08T10:00' as WallTime };
  const scopes = (count?: number) =>
    bookingOf(app, {
      serviceId: 'scope',
      termsId: 'event',
      ...stay,
      lines: linesOf('Scope', 300_00),
      ...(count ? { count } : {}),
    });
  const taken = (bookingId: string) => app.deps.db.$count(occupancies, eq(occupancies.bookingId, bookingId));

  it('takes so many units, one where nothing is said, and never more than there are', async () => {
    const two = await scopes(2);
    expect(await taken(two.id)).to.equal(2);
    const one = await scopes();
    expect(await taken(one.id)).to.equal(1);
    const refused = await scopes(1).catch((error: Error) => error.message);
    expect(refused).to.equal('place_taken');
  });

  it('a change takes more, or gives some back; one too many changes nothing', async () => {
    const booking = await scopes(1);
    expect((await booking.change({ count: 3 })).ok).to.equal(true);
    expect(await taken(booking.id)).to.equal(3);
    expect((await booking.mails())[0]).to.include('has changed');
    expect(await booking.newestText()).to.include('It is for 3 now, not for 1.');
    expect((await booking.change({ count: 2 })).ok).to.equal(true);
    expect(await taken(booking.id)).to.equal(2);
    expect(codeOf(await booking.change({ count: 4 }))).to.equal('place_taken');
    expect(await taken(booking.id), 'as before').to.equal(2);
    expect(codeOf(await booking.change({ count: 2 }))).to.equal('nothing_changed');
  });

  it('moved, it takes as many then', async () => {
    const booking = await scopes(2);
    const later = { start: '2027-04-15T10:00' as WallTime, end: '2027-04-18T10:00' as WallTime };
    expect((await booking.change(later)).ok).to.equal(true);
    expect(await taken(booking.id)).to.equal(2);
    expect((await booking.stands()).agreed.start).to.equal(later.start);
  });
});
