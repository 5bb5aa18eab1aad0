import { standing } from '#core/booking/standing';
import { addHours } from '#core/calendar/instant';
import { accounts } from '#core/journal/entry';
import { least, type Minor, minor, sum } from '#core/money/minor';
import { agreedOf, readBooking } from '#server/booking/lockBooking';
import { accountBalances } from '#server/database/schema/journal';
import { verify } from '#server/verify/verify';
import { testBankAccount } from '#world/accounts/testBankAccounts';
import { type CardBehaviour, testNumber } from '#world/cardNetwork/testCards';
import { payments } from '#world/cardNetwork/tables';
import { expect } from 'chai';
import { and, eq, isNull } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { connected, type Installation, installation, rental } from '../../../../testing/installation';

/** A sequence that is the same at each run: mulberry32. */
function numbers(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return Math.floor((((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296) * below);
  };
}

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
        await tell(app, numbers(seed));
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
    return standing(agreedOf(booking), facts, app.world.clock.now());
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
    await agree(app, ids, stands);
  }
  await app.moveClock(addHours(app.world.clock.now(), 24 * 60));
  await agree(app, ids, stands);
  expect(await verify(app.deps)).to.deep.equal([]);
}

async function agree(
  app: Installation,
  ids: readonly string[],
  stands: (id: string) => Promise<ReturnType<typeof standing>>,
): Promise<void> {
  for (const id of ids) {
    const { ledger, position, onTheWay, agreed } = await stands(id);
    const inHand = sum(ledger.receipts.map(({ amount, refunded }) => minor(amount - refunded)));
    expect(position.received, 'in hand is what came less what went back').to.equal(inHand);
    expect(new Set(ledger.receipts.map((receipt) => receipt.id)).size).to.equal(ledger.receipts.length);
    if (!ledger.cancelled && !ledger.lapsed)
      expect(inHand + onTheWay, 'nothing is collected beyond the price').to.be.at.most(agreed.total);
  }
  const { db } = app.deps;
  const clearing = and(eq(accountBalances.account, accounts.cardClearing), eq(accountBalances.currency, 'EUR'));
  const [booked] = await db.select().from(accountBalances).where(clearing);
  const open = await db.select().from(payments).where(isNull(payments.payout));
  expect(booked?.balance ?? 0, 'card clearing is what the processors still have').to.equal(
    open.reduce((total, { amount }) => total + amount, 0),
  );
}
