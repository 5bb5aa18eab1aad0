import { bookingState } from '#core/bookings/bookingState';
import { addHours } from '#core/calendar/instant';
import { least, type Minor, minor } from '#core/money/minor';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { verify } from '#server/verify/verify';
import { testBankAccount } from '#world/accounts/testBankAccounts';
import { type CardBehaviour, testNumber } from '#world/cardNetwork/testCards';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { connected, type Installation, installation, rental } from '../../../../testing/installation';
import { moneyAgrees } from '../../../../testing/moneyAgrees';
import { numbersFrom } from '../../../../testing/numbers';

/**
 * Whatever clients and owner do in whatever order, the books agree with themselves, with the facts and with the
 * processors: what stands in card clearing is just what they have taken and not paid out yet.
 */
describe('money in any order', () => {
  for (const seed of [1, 2, 3, 4]) {
    it(`comes out right, told by ${seed}`, async function () {
      this.timeout(180_000);
      const app = await installation();
      try {
        await tell(app, numbersFrom(seed));
      } finally {
        await app.close();
      }
    });
  }
});

async function tell(app: Installation, next: (below: number) => number): Promise<void> {
  const beck = await connected(app, { provider: 'beck', mode: 'live', currency: 'EUR' });
  await connected(app, { provider: 'scree', mode: 'live', currency: 'EUR' });
  const ids: string[] = [];
  for (let index = 0; index < 3; index++) {
    const made = await app.createBooking(rental({ clientName: `Client ${index}`, total: 400_00 + index * 100_00 }));
    if (!made.ok) throw new Error(made.refusal.code);
    ids.push(made.value.id);
  }
  const pick = <T>(list: readonly T[]): T => list[next(list.length)]!;
  const stands = async (id: string) => {
    const { booking, facts } = (await readBooking(app.deps.db, id))!;
    return bookingState(agreedOf(booking), facts, app.world.clock.now());
  };
  const linkOf = async (bookingId: string): Promise<string> => {
    const made = await app.copyLink({ bookingId, requestKey: randomUUID() });
    return made.ok ? made.value.url.split('/').at(-1)! : '';
  };
  const some = (limit: Minor): Minor => least(limit, minor(Math.max(1, next(300)) * 100));
  const byCard = async (id: string, behaviour: CardBehaviour) => {
    const { position } = await stands(id);
    const card = await app.tokenAt(app.account, testNumber(behaviour, next(900)));
    const amount = position.dueNow > 0 ? position.dueNow : some(position.outstanding);
    await app.payByClient({ link: await linkOf(id), attempt: randomUUID(), account: app.account, card, amount });
  };
  const byDebit = async (id: string) => {
    const { position } = await stands(id);
    const number = testBankAccount(pick(['settles', 'comesBack', 'recalled', 'closed'] as const), next(900));
    const amount = position.dueNow > 0 ? position.dueNow : some(position.outstanding);
    const about = { link: await linkOf(id), attempt: randomUUID(), account: beck, amount };
    await app.payByClient({ ...about, card: await app.tokenAt(beck, number) });
  };
  const atCounter = async (id: string) => {
    const { position } = await stands(id);
    await app.takeAtCounter({ bookingId: id, requestKey: randomUUID(), amount: some(position.outstanding) });
    const asked = await app.world.readerScreen();
    if (next(4) === 0) await app.stopAtCounter({ bookingId: id });
    else if (asked)
      await app.world.presentCard(asked.reference, testNumber(pick(['approves', 'lost'] as const), next(99)));
  };
  const inCash = async (id: string) => {
    const { position } = await stands(id);
    const amount = some(position.outstanding);
    await app.recordPayment({
      bookingId: id,
      requestKey: randomUUID(),
      amount,
      method: pick(['cash', 'transfer'] as const),
    });
  };
  const again = async () => {
    const { events } = await app.world.network();
    if (events.length > 0) await app.world.repeat(pick(events).id);
  };
  const steps: readonly ((id: string) => Promise<unknown>)[] = [
    (id) => byCard(id, pick(['approves', 'short', 'lost', 'shortOnFile'] as const)),
    byDebit,
    byDebit,
    atCounter,
    inCash,
    again,
    () => app.moveClock(addHours(app.world.clock.now(), 6 + next(90))),
    () => app.moveClock(addHours(app.world.clock.now(), 6 + next(90))),
    (id) => app.chargeNow({ bookingId: id, requestKey: randomUUID() }),
    (id) => (next(6) === 0 ? app.cancelBooking({ bookingId: id, by: pick(['client', 'business'] as const) }) : again()),
  ];
  for (let step = 0; step < 26; step++) {
    await pick(steps)(pick(ids));
    await app.settle();
    await moneyAgrees(app, ids, stands);
  }
  await app.moveClock(addHours(app.world.clock.now(), 24 * 60));
  await moneyAgrees(app, ids, stands);
  expect(await verify(app.deps)).to.deep.equal([]);
}
