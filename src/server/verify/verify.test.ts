import { type Difference } from '#server/verify/differs';
import { verify } from '#server/verify/verify';
import type { Minor } from '#core/money/minor';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { type Installation, installation } from '../../../testing/installation';
import { bookingOf } from '../../../testing/onBooking';

describe('what was changed by hand behind the books', () => {
  let app: Installation;
  let number: string;
  beforeEach(async () => {
    app = await installation();
    const booking = await bookingOf(app);
    number = booking.number;
    await booking.pay();
    const voucher = { amount: 5000 as Minor, currency: 'EUR', method: 'cash', buyer: 'Ana' } as const;
    await app.sellVoucher({ requestKey: randomUUID(), expiresAt: null, ...voucher });
    await app.countTill({ requestKey: randomUUID(), currency: 'EUR', counted: 4900 as Minor, note: 'Friday' });
    await app.lettersOut();
    expect(await verify(app.deps)).to.deep.equal([]);
  });
  afterEach(() => app.close());

  /** What verify says of it, once these rows were changed by somebody who may do all. */
  async function damaged(statement: string): Promise<Difference[]> {
    await app.deps.db.transaction(async (tx) => {
      await tx.execute(sql`set local session_replication_role = replica`);
      await tx.execute(sql.raw(statement));
    });
    return verify(app.deps);
  }
  const named = (differences: readonly Difference[]) => differences.map(({ what, computed }) => [what, computed]);
  const ofEntry = (description: string) => `(select seq from journal_entries where description = '${description}')`;

  it('a line of the journal that is gone is named', async () => {
    const [of] = (
      await damaged(
        `delete from journal_lines where account = 'liabilities:client deposits' and entry_seq in (select seq from journal_entries where booking_id is not null)`,
      )
    ).filter(({ what }) => what === 'journal');
    expect(of!.where).to.equal(number);
    expect(of!.kept).to.equal(null);
    expect(of!.computed).to.match(/^Payment before the service: liabilities:client deposits -\d+$/);
  });
  it('an entry that is gone with all its lines as well', async () => {
    const seqs = `(select min(seq) from journal_entries where booking_id is not null)`;
    const found = await damaged(
      `with gone as (delete from journal_lines where entry_seq = ${seqs}) delete from journal_entries where seq = ${seqs}`,
    );
    expect(found.filter(({ what, where }) => what === 'journal' && where === number)).to.have.lengthOf.above(1);
  });
  for (const [what, description, line] of [
    ['journal of a voucher', 'Gift voucher sold', 'assets:cash 5000'],
    ['journal of a count', 'Cash short at the count', 'assets:cash -100'],
  ] as const)
    it(`what belongs to no booking: ${what}`, async () => {
      const found = await damaged(
        `delete from journal_lines where account = 'assets:cash' and entry_seq = ${ofEntry(description)}`,
      );
      const [of] = found.filter((each) => each.what === what);
      expect(of!.computed).to.match(new RegExp(`${description}: ${line}$`));
    });
  it('an entry of nothing that is known', async () => {
    const found = await damaged(
      `insert into journal_entries (at, day, description, about) values ('2027-03-01T12:00:00Z', '2027-03-01', 'A present', 'nobody')`,
    );
    expect(named(found)).to.deep.equal([['entries of nothing that is known', 2]]);
  });
  it('an errand that waits, or that has sent a letter, is named', async () => {
    const waiting = await damaged(`delete from errands where kind = 'deliver' and state = 'waiting'`);
    expect(waiting.map(({ what, where, kept }) => [what, where, kept])).to.deep.equal([['agenda', number, null]]);
    expect(waiting[0]!.computed).to.match(/ deliver$/);
    const done = await damaged(`delete from errands where key = 'request'`);
    expect(done.slice(1).map(({ what, computed }) => [what, computed])).to.deep.equal([
      ['errand of what was done', 'request'],
    ]);
  });
  it('stops where it is told to', async () => {
    const told: number[] = [];
    await damaged(`delete from errands where kind = 'deliver'`);
    expect(
      await verify(app.deps, (done) => {
        told.push(done);
        return false;
      }),
    ).to.have.lengthOf(1);
    expect(told).to.deep.equal([1]);
  });
});
