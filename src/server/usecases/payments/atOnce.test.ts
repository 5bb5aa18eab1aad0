import type { Minor } from '#core/money/minor';
import { minor } from '#core/money/minor';
import { accounts } from '#core/books/journal/entry';
import { accountBalances } from '#server/database/schema/journal';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { randomInt, randomUUID } from 'node:crypto';
import { type Installation, installation } from '../../../../testing/installation';
import { bookingOf } from '../../../../testing/onBooking';

/**
 * Many do many things at the same moment. On PostgreSQL their transactions really meet: none may die of the others, and
 * afterwards everything that is derived is what the facts say.
 */
describe('use cases at once', function () {
  this.timeout(180_000);
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(async () => {
    await app.settle();
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
  const failures: string[] = [];
  /** Refusals are answers; what is thrown is not. */
  const answered = (work: Promise<unknown>): Promise<unknown> =>
    work.catch((error: unknown) => failures.push(String((error as { cause?: unknown }).cause ?? error)));

  it('twelve payments by card beside twelve close-outs with a capture', async () => {
    const held = await Promise.all(
      Array.from({ length: 12 }, () => bookingOf(app, { start: '2027-03-03T18:00', end: '2027-03-05T18:00' } as never)),
    );
    for (const booking of held) await booking.pay('approves', 800_00);
    await app.at('2027-03-05T19:00');
    const paying = await Promise.all(Array.from({ length: 12 }, () => bookingOf(app)));
    const pays = await Promise.all(
      paying.map(async (booking) => ({ link: await booking.linkTo(), card: await app.token('approves') })),
    );
    await Promise.all([
      ...pays.map(({ link, card }) =>
        answered(app.payByClient({ link, card, attempt: randomUUID(), amount: 240_00 as Minor })),
      ),
      ...held.map(({ id }) =>
        answered(
          app.closeOut({
            bookingId: id,
            claims: [{ id: 'x', reason: 'scratch', amount: 30_00 as Minor }],
            coverBalance: false,
          } as never),
        ),
      ),
    ]);
    expect(failures).to.deep.equal([]);
    for (const booking of held) expect((await booking.stands()).stage).to.equal('closed');
    const [recovered] = await app.deps.db
      .select()
      .from(accountBalances)
      .where(eq(accountBalances.account, accounts.damageRecovered));
    expect(recovered?.balance).to.equal(-12 * 30_00);
  });

  it('anything beside anything', async () => {
    const bookings = await Promise.all(Array.from({ length: 8 }, () => bookingOf(app)));
    const codes = await Promise.all(
      [1, 2, 3].map(async (index) => {
        const sold = { amount: minor(300_00), currency: 'EUR', method: 'cash' as const, buyer: 'Ada', expiresAt: null };
        const made = await app.sellVoucher({ ...sold, requestKey: `voucher-${index}` });
        return made.ok ? made.value.code! : '';
      }),
    );
    const links = await Promise.all(bookings.map((booking) => booking.linkTo()));
    const card = await app.token('approves');
    const one = <T>(list: readonly T[]): T => list[randomInt(list.length)]!;
    const steps: readonly (() => Promise<unknown>)[] = [
      () => app.payByClient({ link: one(links), card, attempt: randomUUID(), amount: 240_00 as Minor }),
      () => app.payByClient({ link: one(links), card, attempt: randomUUID(), amount: 240_00 as Minor }),
      () => app.useVoucher({ link: one(links), attempt: randomUUID(), code: one(codes) }),
      () => app.recordPayment(inCash(one(bookings).id)),
      () => app.cancelBooking({ bookingId: one(bookings).id, by: 'client' }),
      () => one(bookings).change({ total: 700_00 + randomInt(300) * 100 }),
      () => app.chargeNow({ bookingId: one(bookings).id, requestKey: randomUUID() }),
      () => app.requestNow({ bookingId: one(bookings).id, requestKey: randomUUID() }),
      () => bookingOf(app),
      () => app.settle(),
      () => app.queries.today(),
    ];
    const worker = async (): Promise<void> => {
      for (let step = 0; step < 12; step++) await answered(one(steps)());
    };
    await Promise.all(Array.from({ length: 8 }, worker));
    expect(failures).to.deep.equal([]);
  });
});

const inCash = (bookingId: string) => ({
  bookingId,
  requestKey: randomUUID(),
  amount: (1 + randomInt(50)) as Minor,
  method: 'cash' as const,
});
