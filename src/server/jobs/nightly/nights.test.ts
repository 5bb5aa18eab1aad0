import type { Backups } from '#server/backup/backups';
import { lastVerified, openNights } from '#server/jobs/nightly/nights';
import { nights } from '#server/database/schema/nights';
import { complaintsOf, metricsOf } from '#server/queries/settings/health';
import { todayView } from '#server/queries/bookings/today';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { type Installation, installation } from '../../../../testing/installation';
import { bookingOf } from '../../../../testing/onBooking';

describe('the work of a night', () => {
  let app: Installation;
  let made: string[];
  let backups: Backups;
  beforeEach(async () => {
    app = await installation();
    const booking = await bookingOf(app);
    await booking.pay();
    await app.lettersOut();
    made = [];
    backups = {
      start: () => null,
      age: () => null,
      keepErasures: async () => undefined,
      nightly: async (passphrase) => void made.push(passphrase),
    };
  });
  afterEach(() => app.close());
  const night = (passphrase?: string) => openNights(app.deps, { backups, passphrase, again: 0 });
  const breakBooks = () => app.deps.db.execute(sql`delete from errands where kind = 'deliver'`);
  // The clocks of the business are an hour ahead of these in summer.
  const [tooEarly, three, later] = ['2027-06-01T01:59:00Z', '2027-06-01T02:00:00Z', '2027-06-01T14:00:00Z'].map(
    (at) => new Date(at),
  );

  it('is done from three o’clock of the business on, once a night, whoever looks', async () => {
    await night().look(tooEarly);
    expect(await lastVerified(app.deps)).to.equal(null);
    await Promise.all([night('a long passphrase').look(three), night('a long passphrase').look(three)]);
    await night('a long passphrase').look(later);
    expect(await lastVerified(app.deps)).to.deep.include({ count: 0, found: [] });
    expect(made).to.deep.equal(['a long passphrase']);
    expect(await app.deps.db.$count(nights)).to.equal(2);
    expect((await todayView(app.deps.db, app.deps.clock.now())).differences).to.equal(null);
  });
  it('makes no backup where no passphrase is set', async () => {
    await night().look(three);
    expect(made).to.deep.equal([]);
    expect(await app.deps.db.$count(nights)).to.equal(1);
  });
  it('is taken up by another where whoever began it died or failed over an hour ago', async () => {
    const failing: Backups = { ...backups, nightly: () => Promise.reject(new Error('no room')) };
    const quiet = { ...app.deps, report: () => undefined };
    await openNights(quiet, { backups: failing, passphrase: 'a long passphrase', again: 0 }).look(three);
    await night('a long passphrase').look(later);
    expect(made, 'not at once').to.deep.equal([]);
    await app.deps.db.update(nights).set({ begunAt: sql`now() - interval '61 minutes'` });
    await night('a long passphrase').look(later);
    await night('a long passphrase').look(later);
    expect(made).to.deep.equal(['a long passphrase']);
  });
  it('what differs stands on Today and in the figures of health', async () => {
    await breakBooks();
    await night().look(three);
    const found = await lastVerified(app.deps);
    expect(found!.count).to.equal(1);
    const { differences } = await todayView(app.deps.db, app.deps.clock.now());
    expect(differences).to.deep.equal({ count: 1, first: [{ what: 'agenda', where: 'B-0001' }] });
    const health = await app.health();
    expect(complaintsOf(health)).to.deep.equal({ stops: [], warns: ['books_differ'] });
    expect((await metricsOf(health)).text).to.match(/^ostendo_differences 1$/m);
  });
  it('a failure in it is told, and does not end the process', async () => {
    const told: string[] = [];
    const failing: Backups = { ...backups, nightly: () => Promise.reject(new Error('no room')) };
    const deps = { ...app.deps, report: (what: string) => void told.push(what) };
    await openNights(deps, { backups: failing, passphrase: 'a long passphrase', again: 0 }).look(three);
    expect(told).to.deep.equal(['the work of the night failed']);
  });
});

describe('what keeps an installation from being ready', () => {
  const well = {
    agendaSilence: 1,
    openIntents: 0,
    oldestOpenIntent: 0,
    lettersWaiting: 0,
    oldestLetterTried: 0,
    lettersGivenUp: 0,
    errandsFailed: 0,
    eventsKept: 0,
    diskFree: 10 ** 10,
    backupAge: null,
    differences: null,
  };
  for (const [what, change, stops, warns] of [
    ['nothing', {}, [], []],
    ['an agenda that does not move', { agendaSilence: 91 }, ['agenda_stuck'], []],
    ['a full disk', { diskFree: 10 ** 6 }, ['disk_full'], []],
    ['a processor that does not answer only warns', { oldestOpenIntent: 601 }, [], ['processor_silent']],
    ['mail that waits', { oldestLetterTried: 601 }, [], ['mail_away']],
    [
      'letters and errands that were given up',
      { lettersGivenUp: 1, errandsFailed: 1 },
      [],
      ['letters_given_up', 'errands_failed'],
    ],
  ] as const)
    it(what, () => expect(complaintsOf({ ...well, ...change })).to.deep.equal({ stops, warns }));
  it('figures that are not known are not given as nothing', async () =>
    expect((await metricsOf(well)).text).not.to.include('backup_age'));
});
