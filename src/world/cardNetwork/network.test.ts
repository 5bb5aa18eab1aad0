import type { Instant } from '#core/calendar/instant';
import { minor } from '#core/money/minor';
import { decide } from '#world/cardNetwork/decide';
import { type CardBehaviour, readNumber, testCards, testNumber } from '#world/cardNetwork/testCards';
import { payOutMoment } from '#world/cardNetwork/workingDays';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { type Installation, installation } from '../../../testing/installation';

describe('made-up cards', () => {
  for (const behaviour of Object.keys(testCards) as CardBehaviour[]) {
    it(`a number tells that it ${behaviour}`, () =>
      expect(readNumber(testNumber(behaviour, 4711))).to.deep.include({ behaviour }));
  }
  const wrong: [why: string, typed: string, fault: string][] = [
    ['words', 'my card', 'not_a_number'],
    ['too short', '9310 1000', 'not_a_number'],
    ['a digit mistyped', '9310100000073150', 'mistyped'],
    ['a number that could be real is refused, and never kept', '79927398713000000008', 'not_a_number'],
    ['another issuer', '5000000000000009', 'not_a_test_card'],
  ];
  for (const [why, typed, fault] of wrong) it(why, () => expect(readNumber(typed)).to.deep.equal({ fault }));
  it('spaces and dashes do not matter', () =>
    expect(readNumber(testNumber('approves').replace(/(.{4})/g, '$1 '))).to.include({ behaviour: 'approves' }));
});

describe('what an issuer says', () => {
  const client = { kind: 'charge' as const, clientPresent: true, renewal: false };
  const onFile = { ...client, clientPresent: false };
  const hold = { kind: 'authorise' as const, clientPresent: false, renewal: false };
  const cases: [
    why: string,
    behaviour: CardBehaviour,
    request: Parameters<typeof decide>[1],
    refusals: number,
    say: string,
  ][] = [
    ['asks the client who is there', 'confirms', client, 0, 'confirm'],
    ['not the one who is not', 'confirms', onFile, 0, 'approve'],
    ['asks for each hold, but not for its renewals', 'confirmsHolds', hold, 0, 'confirm'],
    ['renews without asking', 'confirmsHolds', { ...hold, renewal: true }, 0, 'approve'],
    ['short on file', 'shortOnFile', onFile, 0, 'decline'],
    ['short on file, recovered', 'shortOnFile', onFile, 2, 'approve'],
    ['places and does not renew', 'noRenewal', { ...hold, renewal: true }, 0, 'decline'],
    ['pays and does not hold', 'noHolds', hold, 0, 'decline'],
    ['pays all the same', 'noHolds', client, 0, 'approve'],
    ['expired', 'expired', client, 0, 'decline'],
  ];
  for (const [why, behaviour, request, refusals, say] of cases)
    it(why, () => expect(decide(behaviour, request, refusals).say).to.equal(say));
});

describe('payouts', () => {
  const days: [paid: string, out: string][] = [
    ['2027-05-12T10:00:00Z', '2027-05-14T05:00:00Z'],
    ['2027-05-13T23:59:00Z', '2027-05-17T05:00:00Z'],
    ['2027-05-15T10:00:00Z', '2027-05-18T05:00:00Z'],
  ];
  for (const [paid, out] of days)
    it(`${paid.slice(0, 10)} is paid out on ${out.slice(0, 10)}`, () =>
      expect(payOutMoment(paid as Instant)).to.equal(out));
});

describe('the card network', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());
  const request = async (more = {}) => ({
    key: randomUUID(),
    card: await app.token('approves'),
    amount: minor(100_00),
    currency: 'EUR',
    clientPresent: true,
    description: 'a test',
    ...more,
  });

  it('answers a key once, and refuses it with other content', async () => {
    const charge = await request();
    const answer = await (await app.cards()).charge(charge);
    expect(await (await app.cards()).charge(charge)).to.deep.equal(answer);
    const changed = await (
      await app.cards()
    )
      .charge({ ...charge, amount: minor(1) })
      .catch((error: Error) => error.message);
    expect(changed).to.include('another request');
    expect((await app.world.network()).payments).to.have.length(1);
  });

  it('captures in part and lets the rest go, once, and never more than was held', async () => {
    const held = await (await app.cards()).authorise(await request());
    if (held.outcome !== 'approved') throw new Error(held.outcome);
    const authorisation = held.reference;
    const capture = async (amount: number) =>
      (await app.cards()).capture({ key: randomUUID(), authorisation, amount: minor(amount) });
    expect(await capture(100_01)).to.include({ outcome: 'declined', code: '61' });
    expect(await capture(30_00)).to.include({ outcome: 'approved' });
    expect(await capture(30_00)).to.include({ outcome: 'declined' });
    expect(await (await app.cards()).release({ key: randomUUID(), authorisation })).to.include({ outcome: 'declined' });
  });

  it('an authorisation lapses after 168 hours, to the second, and says so', async () => {
    const held = await (await app.cards()).authorise(await request());
    if (held.outcome !== 'approved') throw new Error(held.outcome);
    expect(held.expires).to.equal('2027-03-08T10:00:00Z');
    await app.at('2027-03-08T09:59');
    expect(await (await app.cards()).liveAuthorisations()).to.have.length(1);
    await app.at('2027-03-08T10:00');
    expect(await (await app.cards()).liveAuthorisations()).to.have.length(0);
    expect((await app.world.network()).events[0]!.event.type).to.equal('authorisation.lapsed');
  });

  it('gives back no more than was paid', async () => {
    const paid = await (await app.cards()).charge(await request());
    if (paid.outcome !== 'approved') throw new Error(paid.outcome);
    const refund = async (amount: number) =>
      (await app.cards()).refund({ key: randomUUID(), payment: paid.reference, amount: minor(amount) });
    expect(await refund(60_00)).to.include({ outcome: 'approved' });
    expect(await refund(60_00)).to.include({ outcome: 'declined' });
  });

  it('does not know a token that it never gave', async () => {
    expect(await (await app.cards()).charge(await request({ card: 'kept.invented' }))).to.include({
      outcome: 'declined',
      code: '14',
    });
    expect(await (await app.cards()).cardOf('kept.invented')).to.equal(null);
  });

  it('pays out less its fee, and the books follow', async () => {
    await (await app.cards()).charge(await request());
    await app.at('2027-03-04T10:00');
    const { events } = await app.world.network();
    expect(events.find(({ event }) => event.type === 'payout.made')?.event).to.include({ gross: 100_00, fee: 165 });
  });

  it('pays out by another name what came in after that day’s payout had gone', async () => {
    await (await app.cards()).charge(await request());
    await app.at('2027-03-04T10:00');
    // One that another process took by a clock that was a little behind.
    await (await app.cards()).charge(await request({ amount: minor(40_00) }));
    await app.deps.db.execute(sql`update world.payments set pay_out_at = '2027-03-03T05:00:00Z' where amount = 4000`);
    await app.at('2027-03-04T10:01');
    await app.settle();
    const sums = (await app.books.payouts()).map(({ gross }) => gross);
    expect(sums.sort((a, b) => b - a)).to.deep.equal([100_00, 40_00]);
  });
});

describe('the mailbox', () => {
  it('keeps a real MIME message, once for its key, and reads it back', async () => {
    const app = await installation();
    const mail = {
      key: 'one',
      from: { name: 'Vesper Hollow', address: 'hello@vesper.example.com' },
      to: { name: 'Zoë Ångström', address: 'zoe@example.com' },
      subject: 'Dobsonian: € 240.00 secures your booking',
      text: 'Dear Zoë,\n\nhttps://ostendo.example.com/b/x',
      html: '<p>Dear Zoë</p>',
    };
    const sent = await app.world.mailbox.send(mail);
    expect(await app.world.mailbox.send(mail)).to.deep.equal(sent);
    const [line, ...others] = await app.world.mail.list('zoe@');
    expect(others).to.deep.equal([]);
    const read = (await app.world.mail.read(line!.seq))!;
    expect(read).to.include({ subject: mail.subject, recipient: 'zoe@example.com' });
    expect(read.text).to.include('Dear Zoë');
    expect(read.mime).to.include('Message-ID: ').and.to.include('multipart/alternative');
    expect(await app.world.mail.list('100%')).to.deep.equal([]);
    await app.close();
  });
});
