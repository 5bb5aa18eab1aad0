import type { Minor } from '#core/money/minor';
import { hledgerJournal } from '#server/formats/hledger';
import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { type Installation, installation, rental } from '../../../testing/installation';

describe('the journal for hledger', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());

  it('is accepted by hledger check --strict, and gives the same balances', async () => {
    const made = await app.createBooking(rental({ title: 'A title; with | signs\nand lines' }));
    if (!made.ok) throw new Error(made.refusal.code);
    await app.payByClient({
      link: await app.linkSentTo('ines@example.com'),
      attempt: randomUUID(),
      card: await app.token('approves'),
      amount: 800_00 as Minor,
    });
    await app.at('2027-04-22T10:00');
    await app.closeOut({
      bookingId: made.value.id,
      claims: [{ id: 'x', reason: 'x', amount: 120_00 as Minor }],
      coverBalance: false,
    });
    await app.at('2027-04-30T10:00');
    let journal = '';
    for await (const piece of hledgerJournal(app.deps.db)) journal += piece;
    const hledger = (...args: string[]) => spawnSync('hledger', ['-f-', ...args], { input: journal, encoding: 'utf8' });
    const check = hledger('check', '--strict');
    expect(check.stderr).to.equal('');
    expect(check.status).to.equal(0);
    const balance = (account: string): string => hledger('balance', account, '--no-total', '-O', 'csv').stdout;
    expect(balance('income:damage recovered')).to.include('-120.00 EUR');
    expect(balance('income:revenue')).to.include('-650.41 EUR');
    expect(balance('liabilities:client deposits'), 'all delivered').to.not.include('EUR');
    expect(balance('memo:holds in force')).to.not.include('EUR');
  });
});
