import type { PlainDate } from '#core/calendar/days';
import { accounts } from '#core/books/journal/entry';
import type { Minor } from '#core/money/minor';
import { rowsOf } from '#server/database/database';
import { balancesAt, balancesOf, addToSums } from '#server/journal/sums';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { type Installation, installation, rental } from '../../../testing/installation';

const day = (text: string): PlainDate => text as PlainDate;
const some = 1;

describe('what is kept added up of the journal', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());

  const sell = async (amount: number): Promise<void> => {
    const voucher = { currency: 'EUR', method: 'cash', buyer: 'Ana' } as const;
    await app.sellVoucher({ requestKey: randomUUID(), expiresAt: null, amount: amount as Minor, ...voucher });
  };
  const booked = async (): Promise<{ id: string; number: string }> => {
    const made = await app.createBooking(rental({ requestKey: randomUUID() }));
    if (!made.ok) throw new Error(made.refusal.code);
    const paid = {
      bookingId: made.value.id,
      requestKey: randomUUID(),
      amount: 800_00 as Minor,
      method: 'cash',
    } as const;
    expect((await app.recordPayment(paid)).ok).to.equal(true);
    return made.value;
  };
  /** The same without what is kept: every line that there is. */
  async function addedUp(until: string): Promise<string[]> {
    const rows = await rowsOf<{ said: string }>(
      app.deps.db,
      sql`select concat_ws(' ', account, processor, currency, sum(amount)) as said from journal_lines where day <= ${until}
          group by account, processor, currency having sum(amount) <> 0`,
    );
    return rows.map(({ said }) => said).sort();
  }
  async function agrees(): Promise<void> {
    for (const until of [
      '2027-02-28',
      '2027-03-01',
      '2027-03-31',
      '2027-04-20',
      '2027-04-21',
      '2027-04-30',
      '2027-05-02',
    ]) {
      const kept = await balancesAt(app.deps.db, day(until));
      const said = kept.map((row) => `${row.account} ${row.processor} ${row.currency} ${row.balance}`);
      expect(said.sort(), until).to.deep.equal(await addedUp(until));
    }
    expect(await verify(app.deps)).to.deep.equal([]);
  }
  const owed = async (until: string): Promise<unknown[]> => {
    const report = await app.books.report('deposits', { from: day('2027-03-01'), until: day(until) });
    return report.tables[0]!.rows.map(([number]) => (number as { text: string }).text);
  };

  it('makes no difference to any answer, whenever it is added up', async () => {
    await sell(50_00);
    const first = await booked();
    await agrees();
    expect(await addToSums(app.deps.db, some)).to.equal(true);
    expect(await addToSums(app.deps.db, some)).to.equal(false);
    await agrees();
    expect(await owed('2027-03-31')).to.deep.equal([first.number]);
    await sell(25_00);
    const second = await booked();
    await agrees();
    expect(await owed('2027-03-31')).to.have.members([first.number, second.number]);
    expect(await balancesOf(app.deps.db, accounts.cash)).to.deep.equal([{ currency: 'EUR', balance: 1675_00 }]);
    await app.at('2027-04-29T10:00');
    expect((await app.closeOut({ bookingId: first.id, claims: [], coverBalance: false })).ok).to.equal(true);
    await addToSums(app.deps.db, some);
    await agrees();
    // Those that are settled by now were not at the end of March.
    expect(await owed('2027-03-31')).to.have.members([first.number, second.number]);
    expect(await owed('2027-04-30')).to.deep.equal([]);
    const kept = await rowsOf(app.deps.db, sql`select booking_id from owing_bookings`);
    expect(kept).to.deep.equal([]);
  });

  it('waits for whoever books, and misses nobody', async () => {
    const sold = Array.from({ length: 8 }, (_, index) => sell((index + 1) * 100));
    await Promise.all([...sold, addToSums(app.deps.db, some), addToSums(app.deps.db, some)]);
    await addToSums(app.deps.db, some);
    await agrees();
    expect(await balancesOf(app.deps.db, accounts.cash)).to.deep.equal([{ currency: 'EUR', balance: 3600 }]);
  });

  it('is left alone until it is much', async () => {
    await sell(50_00);
    expect(await addToSums(app.deps.db)).to.equal(false);
  });

  for (const [what, change, where] of [
    [
      'sum of the journal',
      `update journal_sums set amount = amount + 1 where account = 'assets:cash'`,
      'assets:cash  EUR 2027-03',
    ],
    ['sum of the journal', `delete from journal_sums where account = 'assets:cash'`, 'assets:cash  EUR 2027-03'],
    ['booking that owes deposits', `delete from owing_bookings`, 'B-0001'],
  ] as const)
    it(`changed by hand it is named: ${change}`, async () => {
      await booked();
      await addToSums(app.deps.db, some);
      await app.deps.db.execute(sql.raw(change));
      const found = await verify(app.deps);
      expect(found.map((each) => [each.what, each.where])).to.deep.equal([[what, where]]);
    });
});
