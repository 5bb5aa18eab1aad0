import { minor } from '#core/money/minor';
import { processorFee } from '#world/accounts/catalogue';
import { readBankAccount, testBankAccount, testBankAccounts } from '#world/accounts/testBankAccounts';
import { testNumber } from '#world/cardNetwork/testCards';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { connected, type Installation, installation } from '../../../testing/installation';

describe('made-up bank accounts', () => {
  for (const behaviour of Object.keys(testBankAccounts) as (keyof typeof testBankAccounts)[])
    it(`a number tells that it ${behaviour}`, () => {
      const number = testBankAccount(behaviour, 12_345);
      expect(readBankAccount(number)).to.deep.include({ behaviour, last4: '2345' });
      expect(readBankAccount(number.replace(/(.{4})/g, '$1 ').toLowerCase())).to.deep.include({ behaviour });
    });
  const good = testBankAccount('settles', 7);
  const faults: readonly (readonly [string, string, string])[] = [
    ['words', 'my bank', 'not_an_account'],
    ['a card', '9310100000073159', 'not_an_account'],
    ['a digit mistyped', good.slice(0, -1) + '8', 'account_mistyped'],
    ['two digits swapped', good.replace('9310', '3910'), 'account_mistyped'],
    // The example of ISO 13616 itself: sound, and of a real country.
    ['a number that could be real', 'GB29 NWBK 6016 1331 9268 19', 'not_a_test_account'],
  ];
  for (const [name, typed, fault] of faults)
    it(`refuses ${name}`, () => expect(readBankAccount(typed)).to.deep.equal({ fault }));
});

describe('what a processor keeps for itself', () => {
  it('differs between them, and is nothing of what is given back', () => {
    expect(processorFee('tarn', 100_00)).to.equal(1_65);
    expect(processorFee('fell', 100_00)).to.equal(2_20);
    expect(processorFee('beck', 100_00)).to.equal(60);
    expect(processorFee('scree', 100_00)).to.equal(1_10);
    expect(processorFee('tarn', -100_00)).to.equal(0);
  });
});

describe('accounts at the simulated processors', () => {
  let app: Installation;
  before(async () => {
    app = await installation();
  });
  after(() => app.close());
  const request = (card: string) => ({
    key: randomUUID(),
    card,
    amount: minor(100_00),
    currency: 'EUR',
    clientPresent: true,
    description: 'a test',
  });

  it('know the tokens of their own frame alone, and take their own currency alone', async () => {
    const other = await connected(app, { provider: 'fell', mode: 'live', currency: 'EUR' });
    const card = await app.token('approves');
    expect(await (await processorOf(app.deps, other)).charge(request(card))).to.include({
      outcome: 'declined',
      code: '14',
    });
    const own = await app.cards();
    const pounds = await own.charge({ ...request(card), currency: 'GBP' }).catch((error: Error) => error.message);
    expect(pounds).to.include('EUR alone');
  });

  it('Fell holds for 30 days and captures in parts, the rest staying held', async () => {
    const fell = await connected(app, { provider: 'fell', mode: 'live', currency: 'EUR' });
    const processor = await processorOf(app.deps, fell);
    const held = await processor.authorise(request(await app.tokenAt(fell, testNumber('approves'))));
    if (held.outcome !== 'approved') throw new Error(held.outcome);
    expect(held.expires).to.equal('2027-03-31T10:00:00Z');
    const capture = (amount: number, more?: boolean) =>
      processor.capture({
        key: randomUUID(),
        authorisation: held.reference,
        amount: minor(amount),
        ...(more ? { more } : {}),
      });
    expect(await capture(30_00, true)).to.include({ outcome: 'approved' });
    expect((await processor.liveAuthorisations()).map(({ amount }) => amount)).to.deep.equal([70_00]);
    expect(await capture(70_01), 'more than is left').to.include({ code: '61' });
    expect(await capture(20_00)).to.include({ outcome: 'approved' });
    expect(await processor.liveAuthorisations(), 'the rest is let go with the last').to.deep.equal([]);
  });

  it('Tarn captures once: it refuses to keep the rest', async () => {
    const tarn = await app.cards();
    const held = await tarn.authorise(request(await app.token('approves')));
    if (held.outcome !== 'approved') throw new Error(held.outcome);
    const some = { key: randomUUID(), authorisation: held.reference, amount: minor(30_00), more: true };
    expect(await tarn.capture(some)).to.include({ outcome: 'declined', code: '57' });
    expect(await tarn.liveAuthorisations()).to.have.length(1);
  });
});
