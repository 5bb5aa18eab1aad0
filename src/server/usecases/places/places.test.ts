import type { TimeQuery } from '#contracts/places/timeViews';
import type { WallTime } from '#core/calendar/wallTime';
import type { TimeOfDay } from '#core/calendar/wallTime';
import type { PlainDate } from '#core/calendar/days';
import { usualHours } from '#core/places/hours';
import { minor } from '#core/money/minor';
import { eventDates, occupancies, places } from '#server/database/schema/places';
import { business } from '#server/database/schema/business';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import {
  bookOnPage,
  cartOf,
  datesRules,
  item,
  lessonRules,
  openTo,
  placesFor,
  stayRules,
} from '../../../../testing/bookingPage';
import { type Installation, installation } from '../../../../testing/installation';
import { codeOf } from '../../../../testing/onBooking';

const lesson = item('lesson', '2027-03-10T20:00', '2027-03-10T21:30');

describe('places, hours and dates', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
    await placesFor(app);
    await openTo(app, { id: 'lesson', rules: lessonRules });
    await openTo(app, { id: 'scope', rules: stayRules });
    await openTo(app, { id: 'dome', rules: datesRules });
  });
  afterEach(() => app.close());
  const scopes = { id: 'scopes', name: 'Telescopes', kind: 'stock' as const, hours: null, retired: false };
  const save = (units: number) => app.savePlace({ ...scopes, units, requestKey: randomUUID() });
  const look = async (service: string, day: string) =>
    (await app.free({ service, from: day as never, to: day as never, count: 1 }))!.days[0]?.starts.length ?? 0;

  it('units that a coming booking uses cannot be taken away, idle ones can', async () => {
    await bookOnPage(app, [item('scope', '2027-03-12T10:00', '2027-03-15T10:00', { count: 2 })]);
    expect(await save(1)).to.deep.equal({ ok: false, refusal: { code: 'units_in_use', limit: 2, path: 'units' } });
    expect((await save(2)).ok).to.equal(true);
    await app.at('2027-03-16T10:00');
    expect((await save(1)).ok).to.equal(true);
    expect(codeOf(await app.savePlace({ ...scopes, id: 'none', units: 1, requestKey: randomUUID() }))).to.equal(
      'place_not_found',
    );
  });

  it('a service that takes no place is offered to nobody, unless its owner says any number at once', async () => {
    await openTo(app, { id: 'loose', rules: { ...lessonRules, needs: [] } });
    expect(
      await app.free({ service: 'loose', from: '2027-03-10' as PlainDate, to: '2027-03-10' as PlainDate, count: 1 }),
    ).to.equal(null);
    expect((await app.bookPage()).services.map(({ id }) => id)).not.to.include('loose');
    await openTo(app, { id: 'any', rules: { ...lessonRules, needs: [], anyNumber: true } });
    expect(await look('any', '2027-03-10')).to.be.greaterThan(0);
  });

  it('a place is made once for a request, and no longer booked once it is retired', async () => {
    const made = { ...scopes, id: null, units: 1, requestKey: 'a-new-place' };
    await app.savePlace(made);
    await app.savePlace(made);
    expect(await app.deps.db.$count(places)).to.equal(3);
    expect(await look('scope', '2027-03-12')).to.equal(1);
    await app.savePlace({ ...scopes, units: 3, retired: true, requestKey: randomUUID() });
    expect(await look('scope', '2027-03-12')).to.equal(0);
  });

  it('hours of the business close and open days at once; hours of a place bind clients only', async () => {
    expect(await look('scope', '2027-03-12')).to.equal(1);
    const closed = { from: '2027-03-12' as PlainDate, to: '2027-03-12' as PlainDate, spans: [], note: 'Holiday' };
    await app.saveHours({ hours: { ...usualHours, days: [closed] } });
    expect(await look('scope', '2027-03-12')).to.equal(0);
    const [owner] = await app.deps.db.select().from(business);
    expect(owner!.hours.days).to.have.length(1);
    const mornings = usualHours.week.map(() => [{ from: '08:00' as TimeOfDay, to: '12:00' as TimeOfDay }]);
    await app.savePlace({
      id: 'lena',
      name: 'Lena',
      kind: 'person',
      units: 1,
      retired: false,
      requestKey: randomUUID(),
      hours: { week: mornings, days: [] },
    });
    expect(codeOf(await app.checkOut(await cartOf(app, [lesson])))).to.equal('place_taken');
  });

  it('a date is there once, and is called off only when nobody has it', async () => {
    const date = {
      serviceId: 'dome',
      start: '2027-03-20T21:00' as WallTime,
      end: '2027-03-20T23:00' as WallTime,
      seats: 4,
    };
    const made = await app.addDate({ ...date, requestKey: 'date-one-1' });
    expect((await app.addDate({ ...date, requestKey: 'date-one-1' })).ok).to.equal(true);
    expect(codeOf(await app.addDate({ ...date, requestKey: 'date-two-2' }))).to.equal('date_there_already');
    expect(codeOf(await app.addDate({ ...date, serviceId: 'none', requestKey: 'date-3-3333' }))).to.equal(
      'service_not_found',
    );
    expect(await app.deps.db.$count(eventDates)).to.equal(1);
    if (!made.ok) throw new Error(made.refusal.code);
    const seat = item('dome', '2027-03-20T21:00', '2027-03-20T23:00', { count: 3 });
    await bookOnPage(app, [seat]);
    expect(await app.callOffDate({ id: made.value.id })).to.deep.equal({
      ok: false,
      refusal: { code: 'seats_in_use', limit: 3 },
    });
    await app.at('2027-03-01T10:15');
    expect((await app.callOffDate({ id: made.value.id })).ok).to.equal(true);
    expect(codeOf(await app.checkOut(await cartOf(app, [seat], 'Otto Prins')))).to.equal('not_a_time_of_it');
    expect(codeOf(await app.callOffDate({ id: 'none' }))).to.equal('date_not_found');
  });

  it('a place that is kept for something else is not booked, and free again afterwards', async () => {
    const block = { placeId: 'lena', start: '2027-03-10T19:00' as WallTime, end: '2027-03-10T22:00' as WallTime };
    expect((await app.blockPlace({ ...block, note: 'Away' })).ok).to.equal(true);
    expect(codeOf(await app.checkOut(await cartOf(app, [lesson])))).to.equal('place_taken');
    expect(codeOf(await app.blockPlace({ ...block, note: 'Again' }))).to.equal('place_taken');
    const days = { from: '2027-03-10' as PlainDate, to: '2027-03-10' as PlainDate, search: '', stage: 'all' } as const;
    expect((await app.queries.calendarDays(days)).blocks.map(({ note, start }) => [note, start])).to.deep.equal([
      ['Away', '2027-03-10T19:00'],
    ]);
    const lena = async () => (await app.queries.services()).places.find(({ id }) => id === 'lena')!;
    const [listed] = (await lena()).blocks;
    expect(listed).to.include({ start: '2027-03-10T19:00', end: '2027-03-10T22:00', note: 'Away' });
    const [row] = await app.deps.db.select().from(occupancies);
    expect(row!.id).to.equal(listed!.id);
    expect((await app.freePlace({ id: row!.id })).ok).to.equal(true);
    expect(codeOf(await app.freePlace({ id: row!.id }))).to.equal('block_not_found');
    expect((await lena()).blocks).to.deep.equal([]);
    await bookOnPage(app, [lesson]);
    expect(codeOf(await app.blockPlace({ ...block, note: 'Away' }))).to.equal('place_taken');
    expect(codeOf(await app.blockPlace({ ...block, placeId: 'none', note: 'Away' }))).to.equal('place_not_found');
  });

  it('a booking goes to another unit of its place, where that is free, and nowhere else', async () => {
    const stay = item('scope', '2027-03-12T10:00', '2027-03-15T10:00');
    await bookOnPage(app, [stay]);
    await bookOnPage(app, [stay]);
    const days = { from: '2027-03-12' as PlainDate, to: '2027-03-12' as PlainDate, search: '', stage: 'all' } as const;
    const used = async () => (await app.queries.calendarDays(days)).uses.filter(({ placeId }) => placeId === 'scopes');
    const [first, second] = await used();
    expect([first!.unit, second!.unit]).to.deep.equal([1, 2]);
    const put = (unit: number, placeId = 'scopes') => app.moveUnit({ bookingId: first!.bookingId!, placeId, unit });
    expect(codeOf(await put(2)), 'it is used then').to.equal('place_taken');
    expect(codeOf(await put(900)), 'there are not so many').to.equal('place_not_found');
    expect(codeOf(await put(1, 'lena')), 'it does not take this one').to.equal('place_not_found');
    expect(await put(3)).to.deep.equal({ ok: true, value: { from: 1 } });
    expect(await put(3)).to.deep.equal({ ok: true, value: { from: 3 } });
    expect((await used()).map(({ unit }) => unit).sort()).to.deep.equal([2, 3]);
  });

  it('calendar and lanes show what is booked, whom it takes, what came and what is due', async () => {
    const cart = await bookOnPage(app, [lesson]);
    await cart.pay('approves', { tip: minor(0) });
    const days = { from: '2027-03-01' as PlainDate, to: '2027-03-31' as PlainDate, search: '', stage: 'all' } as const;
    const { entries, closed } = await app.queries.calendarDays(days);
    expect(entries.map(({ places: taken, stage }) => [taken, stage])).to.deep.equal([[['Lena'], 'secured']]);
    expect(closed.map(({ date }) => date)).to.include('2027-03-07');
    const [lane] = (await app.queries.lanes({ ...days, page: 0 })).lanes;
    expect(lane!.marks.map(({ state }) => state)).to.include('received');
    const may = { ...days, from: '2027-05-01' as PlainDate, to: '2027-05-31' as PlainDate };
    expect((await app.queries.lanes({ ...may, page: 0 })).lanes).to.deep.equal([]);
    const found = async (search: string, stage: TimeQuery['stage']): Promise<number[]> => {
      const narrowed = { ...days, search, stage };
      return [
        (await app.queries.calendarDays(narrowed)).entries.length,
        (await app.queries.lanes({ ...narrowed, page: 0 })).lanes.length,
      ];
    };
    const name = entries[0]!.client.toLowerCase();
    expect(await found(name, 'all'), 'by a name').to.deep.equal([1, 1]);
    expect(await found('somebody else', 'all')).to.deep.equal([0, 0]);
    expect(await found(name, 'secured'), 'by a state').to.deep.equal([1, 1]);
    expect(await found('', 'closed')).to.deep.equal([0, 0]);
    expect((await app.queries.calendarDays({ ...days, search: name })).counts).to.include({ all: 1, secured: 1 });
  });
});
