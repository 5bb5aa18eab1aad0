import { readConfig } from '#server/config';
import { compose } from '#compose';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { onServer } from '../testing/databases';
import { eventually } from '../testing/eventually';
import { Client, rentalAsked } from './client';
import { withRealClock } from './installed';
import { serve, type Served } from './server';

const hour = 3_600_000;

/** A host whose clock goes so many milliseconds ahead of this one's: the process's own `Date`, and all that asks it. */
const ahead = (milliseconds: number): Record<string, string> => {
  const shifted = `
    const Machine = globalThis.Date;
    globalThis.Date = class Date extends Machine {
      constructor(...given) {
        if (given.length === 0) super(Machine.now() + ${milliseconds});
        else super(...given);
      }
      static now() {
        return Machine.now() + ${milliseconds};
      }
    };`;
  return { NODE_OPTIONS: `--import=data:text/javascript,${encodeURIComponent(shifted)}` };
};

const signedIn = async ({ address }: Served): Promise<Client> => {
  const owner = new Client(address);
  expect((await owner.post('/api/demo/sign-in', {}))?.status).to.equal(200);
  return owner;
};

/** As the list of bookings has it: what was written beside the facts. */
const stageAt = async (owner: Client, number: string): Promise<string> => {
  const answer = await fetch(`${owner.address}/api/find?text=${number}`, { headers: { cookie: owner.cookie } });
  return ((await answer.json()) as { stage: string }[]).map(({ stage }) => stage).join();
};

/** A rental from in two hours to in six, paid, as this machine's clock has it. */
async function paidRental(owner: Client): Promise<{ readonly id: string; readonly number: string }> {
  const wall = (hours: number): string => {
    const at = new Date(Date.now() + hours * hour);
    return at.toLocaleString('sv-SE', { timeZone: 'Europe/Lisbon' }).replace(' ', 'T').slice(0, 16);
  };
  const asked = { ...rentalAsked(), start: wall(2), end: wall(6) };
  const made = await owner.post<{ id: string; number: string }>('/api/bookings/create', asked);
  expect(made?.status, JSON.stringify(made?.body)).to.equal(200);
  const paid = await owner.post('/api/paying/record', {
    bookingId: made!.body.id,
    requestKey: randomUUID(),
    amount: 500_00,
    method: 'cash',
  });
  expect(paid?.status, JSON.stringify(paid?.body)).to.equal(200);
  return made!.body;
}

const courtesy = (bookingId: string) => ({
  bookingId,
  requestKey: randomUUID(),
  amount: 10_00,
  receiptId: null,
  reason: 'For the cloudy night.',
});

describe('two hosts, and the clock of one is behind', function () {
  this.timeout(240_000);
  const server = process.env.OSTENDO_TEST_SERVER;

  it('data that a host before its time takes over: nothing goes back to a state that it has left', async () => {
    const directory = await withRealClock(null);
    const first = await serve(directory);
    const booking = await paidRental(await signedIn(first));
    await first.stop();
    const later = await serve(directory, ahead(3 * hour));
    const seen = await signedIn(later);
    expect(await eventually(async () => (await stageAt(seen, booking.number)) === 'inService')).to.equal(true);
    await later.stop();

    const behind = await serve(directory);
    const owner = await signedIn(behind);
    expect((await owner.post('/api/closing/give-courtesy', courtesy(booking.id)))?.status).to.equal(200);
    expect(await stageAt(owner, booking.number)).to.equal('inService');
    await behind.stop();

    const last = await serve(directory, ahead(7 * hour));
    const after = await signedIn(last);
    expect(await eventually(async () => (await stageAt(after, booking.number)) === 'toCloseOut')).to.equal(true);
    await last.stop();
    const app = await compose(readConfig({ OSTENDO_DATA: directory }), { post: async () => ({ ok: false }) });
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });

  (server ? it : it.skip)('on one database, both at once', async () => {
    const { url, drop } = await onServer(server!);
    const environment = { DATABASE_URL: url, OSTENDO_SECRET: 'two hosts that have the same secret' };
    await withRealClock(environment);
    const now = await serve('', environment);
    const owner = await signedIn(now);
    const booking = await paidRental(owner);
    const later = await serve('', { ...environment, ...ahead(3 * hour) });
    const other = await signedIn(later);
    expect(await eventually(async () => (await stageAt(other, booking.number)) === 'inService')).to.equal(true);
    for (const who of [owner, other, owner])
      expect((await who.post('/api/closing/give-courtesy', courtesy(booking.id)))?.status).to.equal(200);
    for (const who of [owner, other]) expect(await stageAt(who, booking.number)).to.equal('inService');
    await later.stop();
    const last = await serve('', { ...environment, ...ahead(7 * hour) });
    const after = await signedIn(last);
    expect(await eventually(async () => (await stageAt(after, booking.number)) === 'toCloseOut')).to.equal(true);
    expect(await stageAt(owner, booking.number)).to.equal('toCloseOut');
    await last.stop();
    await now.stop();
    const app = await compose(readConfig(environment), { post: async () => ({ ok: false }) });
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
    await drop();
  });
});
