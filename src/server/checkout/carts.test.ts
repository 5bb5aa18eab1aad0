import type { Minor } from '#core/money/minor';
import type { Instant } from '#core/calendar/instant';
import { mostOpenCarts, openCarts } from '#server/checkout/carts';
import { lookAfterCarts, silentSeconds } from '#server/checkout/lookAfterCarts';
import { bookings, summaries } from '#server/database/schema/bookings';
import { checkouts, occupancies, places } from '#server/database/schema/places';
import { counted, usedOnce } from '#server/database/schema/signIn';
import { messages } from '#server/database/schema/work';
import { tidy } from '#server/jobs/turns/tidy';
import { solveChallenge } from 'altcha-lib';
import { deriveKey } from 'altcha-lib/algorithms/pbkdf2';
import { hashedNetworks } from '#server/rateLimits/network';
import { expect } from 'chai';
import { eq, sql } from 'drizzle-orm';
import { cartOf, lessonRules, openTo, item } from '../../../testing/bookingPage';
import { type Installation, installation } from '../../../testing/installation';
import { codeOf } from '../../../testing/onBooking';

const visitor = (device: string, ...networks: string[]) => ({
  device,
  networks: networks.length > 0 ? networks : ['network'],
});

describe('carts of strangers', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
    await app.deps.db.insert(places).values({ id: 'lena', name: 'Lena', kind: 'stock', units: 40 });
    await openTo(app, { id: 'lesson', rules: lessonRules });
  });
  afterEach(() => app.close());

  const lesson = item('lesson', '2027-04-05T21:00', '2027-04-05T22:30');
  const taken = (): Promise<number> => app.deps.db.$count(occupancies);
  const put = async (who: ReturnType<typeof visitor> | null, items: readonly (typeof lesson)[] = [lesson]) => {
    const answer = await app.checkOut(await cartOf(app, items), who);
    if (answer.ok) return answer.value.key;
    throw new Error(answer.refusal.code);
  };
  /** As if nobody had been on the page of any cart for so many seconds. */
  const silentFor = (seconds: number) =>
    app.deps.db.update(checkouts).set({ aliveAt: sql`now() - make_interval(secs => ${seconds})` });
  const stages = async (): Promise<string[]> =>
    (
      await app.deps.db
        .select({ stage: summaries.stage })
        .from(summaries)
        .innerJoin(bookings, eq(bookings.id, summaries.bookingId))
        .orderBy(bookings.number)
    ).map(({ stage }) => stage);

  it('a second unpaid cart of a device gives the first one back', async () => {
    await put(visitor('a'));
    await put(visitor('b'));
    expect(await taken()).to.equal(2);
    await put(visitor('a'));
    expect(await taken()).to.equal(2);
    expect(await stages()).to.deep.equal(['lapsed', 'waiting', 'waiting']);
  });

  it('what is refused gives nothing back', async () => {
    await put(visitor('a'));
    const closed = item('lesson', '2027-04-05T03:00', '2027-04-05T04:30');
    expect((await app.checkOut(await cartOf(app, [closed]), visitor('a'))).ok).to.equal(false);
    expect(await stages()).to.deep.equal(['waiting']);
  });

  it('one that was paid stays, whatever the device puts together next', async () => {
    const key = await put(visitor('a'));
    const view = (await app.checkoutView(key))!;
    const paid = await app.payCheckout({
      key,
      attempt: 'attempt-1',
      card: await app.token('approves'),
      everything: false,
      tip: 0 as Minor,
      seen: view.dueNow,
    });
    expect(paid).to.deep.include({ ok: true });
    await put(visitor('a'));
    expect(await stages()).to.deep.equal(['secured', 'waiting']);
    await silentFor(silentSeconds + 1);
    await lookAfterCarts(app.deps, app.limits);
    expect(await stages()).to.deep.equal(['secured', 'lapsed']);
  });

  it('a network keeps four carts and twelve bookings, from however many devices', async () => {
    const codes: (string | undefined)[] = [];
    for (let index = 0; index < 6; index++)
      codes.push(codeOf(await app.checkOut(await cartOf(app, [lesson]), visitor(`device ${index}`))));
    expect(codes.filter((code) => code === undefined)).to.have.length(mostOpenCarts);
    expect(codes.slice(mostOpenCarts)).to.deep.equal(['too_many_carts', 'too_many_carts']);
    expect(await app.checkOut(await cartOf(app, [lesson]), visitor('x', 'another'))).to.deep.include({ ok: true });
    expect(await openCarts(app.deps.db)).to.deep.equal({ carts: 5, bookings: 5 });
    const eight = Array.from({ length: 8 }, () => lesson);
    await silentFor(silentSeconds + 1);
    await lookAfterCarts(app.deps, app.limits);
    await put(visitor('a', 'third'), eight);
    expect(codeOf(await app.checkOut(await cartOf(app, eight), visitor('b', 'third')))).to.equal('too_many_carts');
    expect(await taken()).to.equal(8);
  });

  it('places are given back where nobody is there, and kept where somebody says so', async () => {
    const there = await put(visitor('a'));
    await put(visitor('b', 'another'));
    await silentFor(silentSeconds - 5);
    await lookAfterCarts(app.deps, app.limits);
    expect(await taken(), 'five minutes are not over').to.equal(2);
    await silentFor(silentSeconds + 1);
    expect(await app.cartAlive(there)).to.equal(true);
    await lookAfterCarts(app.deps, app.limits);
    expect(await stages()).to.deep.equal(['waiting', 'lapsed']);
    expect(await taken()).to.equal(1);
    expect(await app.cartAlive('a key of nobody')).to.equal(false);
    expect(await app.deps.db.$count(messages), 'who left the page is not written to').to.equal(0);
  });

  it('while a bank is asked the place is kept, however silent the page is', async () => {
    const key = await put(visitor('a'));
    const view = (await app.checkoutView(key))!;
    await app.payCheckout({
      key,
      attempt: 'attempt-1',
      card: await app.token('confirms'),
      everything: false,
      tip: 0 as Minor,
      seen: view.dueNow,
    });
    await silentFor(silentSeconds + 1);
    await lookAfterCarts(app.deps, app.limits);
    expect(await stages()).to.deep.equal(['waiting']);
    const [cart] = await app.deps.db.select().from(checkouts);
    expect(cart!.over, 'it is looked at again').to.equal(false);
  });

  it('of an IPv6 address the household counts, and a wider network with three times as much', async () => {
    const from = (address: string, device: string) => ({ device, networks: hashedNetworks(address) });
    const tried = async (address: string, device: string): Promise<string> => {
      const answer = await app.checkOut(await cartOf(app, [lesson]), from(address, device));
      return answer.ok ? 'kept' : answer.refusal.code;
    };
    const household = [];
    for (let index = 0; index < 6; index++) household.push(await tried(`2001:db8:1:${index}::1`, `device ${index}`));
    expect(household).to.deep.equal([...Array<string>(4).fill('kept'), 'too_many_carts', 'too_many_carts']);
    const site = [];
    for (let index = 1; index < 12; index++)
      site.push(await tried(`2001:db8:1:${index.toString(16)}00::1`, `device of house ${index}`));
    expect(site.filter((code) => code === 'kept')).to.have.length(8);
    expect(await tried('2001:db8:2::1', 'another site'), 'another site').to.equal('kept');
  });

  it('carts that are left unpaid are counted, by network and in all, and the owner is told once', async () => {
    for (let index = 0; index < 12; index++) {
      await put(visitor(`device ${index}`, `network ${index % 3}`));
      await silentFor(silentSeconds + 1);
      await lookAfterCarts(app.deps, app.limits);
    }
    expect(await app.limits.room('unpaidInAll', {})).to.equal(false);
    expect(await app.limits.room('unpaidOfService', { subject: 'lesson' })).to.equal(false);
    expect(await app.limits.room('unpaidHere', { networks: ['network 1'] })).to.equal(true);
    for (let index = 0; index < 8; index++) await app.limits.take('unpaidHere', { networks: ['network 1'] });
    expect(await app.limits.room('unpaidHere', { networks: ['network 1'] })).to.equal(false);
    expect(await app.limits.wait('unpaidHere', { networks: ['network 1'] })).to.be.within(80_000, 86_400);
    const told = await app.deps.db.select().from(messages).where(eq(messages.occasion, 'notice'));
    expect(told.map(({ subject }) => subject)).to.deep.equal(['Places are being kept and not paid for']);
    expect((await app.queries.shell({ name: '', email: '' }, true)).pressed).to.equal(true);
  });

  it('what a client confirms by message keeps its place for an hour, whatever the owner waits for', async () => {
    await openTo(app, { id: 'mailed', rules: { ...lessonRules, confirm: 'client', answerHours: 48 } });
    await put(visitor('a'), [{ ...lesson, serviceId: 'mailed' }]);
    await app.at('2027-03-01T10:59');
    expect(await taken()).to.equal(1);
    await app.at('2027-03-01T11:00');
    expect(await taken()).to.equal(0);
  });

  it('the owner stops bookings by clients with one switch, and lets them again', async () => {
    const key = await put(null);
    expect(await app.stopBooking({ stopped: true })).to.deep.include({ ok: true });
    expect(codeOf(await app.checkOut(await cartOf(app, [lesson])))).to.equal('booking_stopped');
    expect((await app.bookPage()).stopped).to.equal(true);
    expect((await app.checkoutView(key))!.next, 'what was begun goes on').to.equal('pay');
    await app.stopBooking({ stopped: false });
    expect(await app.checkOut(await cartOf(app, [lesson]))).to.deep.include({ ok: true });
  });

  it('a proof of work is good once, and only one of ours', async () => {
    const challenge = await app.work.challenge();
    const solution = await solveChallenge({ challenge, deriveKey });
    const proof = JSON.stringify({ challenge, solution });
    for (const forged of ['', '{}', 'null', JSON.stringify({ challenge, solution: { counter: 1, derivedKey: '00' } })])
      expect(await app.work.isDone(forged), forged).to.equal(false);
    const eased = { ...challenge, parameters: { ...challenge.parameters, cost: 1 } };
    expect(await app.work.isDone(JSON.stringify({ challenge: eased, solution }))).to.equal(false);
    expect(await app.work.isDone(proof)).to.equal(true);
    expect(await app.work.isDone(proof), 'a second time').to.equal(false);
  });

  it('what is old goes by itself, and nothing else', async () => {
    await put(visitor('a'));
    await silentFor(silentSeconds + 1);
    await lookAfterCarts(app.deps, app.limits);
    await app.deps.db
      .insert(usedOnce)
      .values([{ hash: 'new' }, { hash: 'old', usedAt: new Date(Date.now() - 40 * 86_400_000) }]);
    await app.deps.db.insert(counted).values({ key: 'over', points: 1, expire: new Date(Date.now() - 1) });
    const before = await app.deps.db.$count(bookings);
    await tidy(app.deps);
    expect(await app.deps.db.$count(checkouts), 'kept for thirty days').to.equal(1);
    expect(await app.deps.db.select({ hash: usedOnce.hash }).from(usedOnce)).to.deep.equal([{ hash: 'new' }]);
    expect(await app.deps.db.$count(counted, eq(counted.key, 'over'))).to.equal(0);
    await app.world.clock.moveTo('2027-04-02T10:00:00Z' as Instant);
    await tidy(app.deps);
    expect(await app.deps.db.$count(checkouts)).to.equal(0);
    expect(await app.deps.db.$count(bookings)).to.equal(before);
    await app.saveSafety({ proofAbove: null, keepDays: 90 });
    await put(visitor('a'));
    await silentFor(silentSeconds + 1);
    await lookAfterCarts(app.deps, app.limits);
    await app.world.clock.moveTo('2027-05-20T10:00:00Z' as Instant);
    await tidy(app.deps);
    expect(await app.deps.db.$count(checkouts), 'as long as the owner says').to.equal(1);
  });
});

describe('limits', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());

  it('count by network, by subject and in all; many at once are no way round', async () => {
    const tries = await Promise.all(
      Array.from({ length: 40 }, (_, index) =>
        app.limits.take('voucher', { address: '203.0.113.9', subject: `cart ${index}` }),
      ),
    );
    expect(tries.filter(({ ok }) => ok)).to.have.length(8);
    const elsewhere = { address: '203.0.113.10', subject: 'cart 0' };
    expect(await app.limits.take('voucher', elsewhere)).to.deep.equal({ ok: true });
    const networks = await Promise.all(
      Array.from({ length: 12 }, (_, index) =>
        app.limits.take('voucher', { address: `198.51.100.${index}`, subject: 'one cart' }),
      ),
    );
    expect(
      networks.filter(({ ok }) => ok),
      'of one cart',
    ).to.have.length(8);
    let inAll = 0;
    for (let index = 0; index < 150; index++)
      if ((await app.limits.take('voucher', { address: `192.0.2.${index}`, subject: `other ${index}` })).ok) inAll++;
    expect(inAll).to.be.below(112);
  });

  it('an IPv6 customer is one network, and one who was let give it back is not counted', async () => {
    for (let index = 0; index < 8; index++)
      await app.limits.take('voucher', { address: `2001:db8:1:2::${index}`, subject: `cart ${index}` });
    const same = { address: '2001:db8:1:2:ffff::1', subject: 'cart' };
    const refused = await app.limits.take('voucher', same);
    expect(refused).to.deep.include({ ok: false });
    await app.limits.giveBack('voucher', { address: '2001:db8:1:2::1', subject: 'cart 1' });
    await app.limits.giveBack('voucher', { address: '2001:db8:1:2::1', subject: 'cart 1' });
    expect(await app.limits.take('voucher', same)).to.deep.equal({ ok: true });
  });

  it('are kept in the database, without anybody’s address', async () => {
    await app.limits.take('password', { address: '203.0.113.9', subject: 'lena@example.com' });
    const rows = JSON.stringify(await app.deps.db.select().from(counted));
    expect(rows).to.include('password');
    expect(rows).to.not.include('203.0').and.not.include('lena');
  });
});
