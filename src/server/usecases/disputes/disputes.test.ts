import { decisionsOf } from '#core/bookings/decisions';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import { balanceOf } from '../../../../testing/balances';
import type { CardBehaviour } from '#world/cardNetwork/testCards';
import { disputeAnswers } from '#server/database/schema/disputes';
import { files } from '#server/database/schema/files';
import { expect } from 'chai';
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { eachVerified } from '../../../../testing/eachVerified';
import { type Installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

const sum = (amount: number): Minor => amount as Minor;

describe('payments that are disputed', () => {
  let app: Installation;
  eachVerified((made) => (app = made));

  /** Paid on 1 March, 10:00; disputed ten weeks later, on 10 May. */
  const paidWith = async (behaviour: CardBehaviour) => {
    const booking = await bookingOf(app);
    await booking.pay(behaviour);
    return booking;
  };
  const disputed = async (behaviour: CardBehaviour) => {
    const booking = await paidWith(behaviour);
    await app.at('2027-05-10T11:00');
    await app.settle();
    return booking;
  };
  type Disputed = Awaited<ReturnType<typeof disputed>>;
  const matter = async (booking: Disputed) => (await booking.stands()).ledger.after.disputes[0]!;
  const answer = async (booking: Disputed, more: object = {}) =>
    app.answerDispute({
      dispute: (await matter(booking)).id,
      requestKey: randomUUID(),
      word: 'They came, and liked it.',
      pictures: [],
      ...more,
    });
  const balance = (account: string) => balanceOf(app.deps.db, account);

  const families: CardBehaviour[] = [
    'disputesNotAuthorised',
    'disputesNotProvided',
    'disputesNotAsDescribed',
    'disputesCancelled',
    'disputesOtherSum',
    'disputesAuthorisation',
  ];
  for (const behaviour of families)
    it(`${behaviour}: the money leaves, the owner is asked by a day, and an answer wins it`, async () => {
      const booking = await disputed(behaviour);
      const { position } = await booking.stands();
      expect(position.received, 'neither due nor asked for while it is open').to.equal(800_00);
      expect(await balance('assets:disputed')).to.equal(240_00);
      expect(decisionsOf(await booking.stands()).map(({ kind, by }) => [kind, by])).to.deep.include([
        'disputed',
        '2027-05-24T10:00:00Z',
      ]);
      expect((await answer(booking)).ok).to.equal(true);
      expect(codeOf(await answer(booking))).to.equal('answered_before');
      expect((await matter(booking)).state).to.equal('answered');
      await app.at('2027-05-21T11:00');
      await app.settle();
      expect((await matter(booking)).state).to.equal('won');
      expect(await balance('assets:disputed')).to.equal(0);
      expect((await booking.stands()).position.received).to.equal(800_00);
    });

  it('not answered it is lost, and what it paid is owed again after the service', async () => {
    const booking = await disputed('disputesNotProvided');
    await app.at('2027-05-25T11:00');
    await app.settle();
    expect((await matter(booking)).state).to.equal('lost');
    const { position } = await booking.stands();
    expect(position).to.include({ received: 560_00, outstanding: 240_00 });
    expect(await balance('assets:disputed')).to.equal(0);
    expect(await balance('assets:receivables')).to.equal(240_00);
    expect(codeOf(await answer(booking))).to.equal('dispute_over');
  });

  it('given in it is lost at once, and the event that says so changes nothing more', async () => {
    const booking = await disputed('disputesNotProvided');
    const { id } = await matter(booking);
    const request = { dispute: id, requestKey: randomUUID() };
    expect((await app.concedeDispute(request)).ok).to.equal(true);
    expect((await app.concedeDispute(request)).ok).to.equal(true);
    await app.settle();
    await app.at('2027-05-25T11:00');
    expect((await matter(booking)).state).to.equal('givenIn');
    expect((await booking.stands()).facts.filter(({ kind }) => kind === 'disputeDecided')).to.have.length(1);
  });

  it('won, opened again, and won by what was sent the second time', async () => {
    const booking = await disputed('opensAgain');
    await answer(booking);
    await app.at('2027-06-11T11:00');
    await app.settle();
    const again = await matter(booking);
    expect(again.state).to.equal('open');
    expect((await answer(booking)).ok).to.equal(true);
    await app.at('2027-06-25T11:00');
    await app.settle();
    expect((await matter(booking)).state).to.equal('won');
    const entries = (await booking.stands()).facts.filter(({ kind }) => kind === 'disputeOpened');
    expect(entries).to.have.length(2);
  });

  it('every event twice, and late: each is one', async () => {
    const booking = await disputed('disputesNotAuthorised');
    for (const event of (await app.world.network()).events) await app.world.repeat(event.id);
    await app.settle();
    expect((await booking.stands()).facts.filter(({ kind }) => kind === 'disputeOpened')).to.have.length(1);
  });

  it('what was given back meanwhile is not taken again', async () => {
    const booking = await paidWith('disputesNotAuthorised');
    await app.cancelBooking({ bookingId: booking.id, by: 'business' });
    await app.at('2027-05-10T11:00');
    await app.settle();
    expect((await booking.stands()).ledger.after.disputes).to.deep.equal([]);
  });

  const cancelledWhileDisputed = async () => {
    const booking = await bookingOf(app, { start: '2027-06-05T18:00' as never, end: '2027-06-21T18:00' as never });
    await booking.pay('disputesNotAuthorised');
    await app.at('2027-05-10T11:00');
    await app.settle();
    const cancelled = await app.cancelBooking({ bookingId: booking.id, by: 'business' });
    expect(cancelled.ok && cancelled.value.refunds).to.deep.equal([]);
    const { facts } = await booking.stands();
    expect(facts.filter(({ kind }) => kind === 'refunded' || kind === 'refundRefused')).to.deep.equal([]);
    return booking;
  };
  it('no refund goes over what is disputed; won, it goes back after all, once', async () => {
    const booking = await cancelledWhileDisputed();
    await answer(booking);
    await app.at('2027-05-21T11:00');
    await app.settle();
    for (const event of (await app.world.network()).events) await app.world.repeat(event.id);
    await app.settle();
    expect((await matter(booking)).state).to.equal('won');
    const after = await booking.stands();
    expect(after.facts.flatMap((fact) => (fact.kind === 'refunded' ? [fact.amount] : []))).to.deep.equal([240_00]);
    expect(after.position).to.include({ received: 0, credit: 0 });
    expect(await balance('liabilities:client deposits')).to.equal(0);
  });
  it('lost, nothing goes back: the client has it from their bank', async () => {
    const booking = await cancelledWhileDisputed();
    await app.at('2027-05-25T11:00');
    await app.settle();
    const { facts, position } = await booking.stands();
    expect(facts.filter(({ kind }) => kind === 'refunded')).to.deep.equal([]);
    expect(position).to.include({ received: 0, outstanding: 0 });
  });

  it('lost before the service: the booking waits for its money again', async () => {
    const booking = await bookingOf(app, { start: '2027-06-05T18:00' as never, end: '2027-06-21T18:00' as never });
    await booking.pay('disputesNotAuthorised');
    await app.at('2027-05-25T11:00');
    await app.settle();
    expect((await booking.stands()).position.received).to.equal(0);
    expect(await balance('liabilities:client deposits')).to.equal(0);
  });

  it('captured claims are disputed by themselves, and nobody owes them when they are lost', async () => {
    const booking = await paidWith('disputesClaims');
    await app.at('2027-04-21T19:00');
    const claims = [{ id: 'c', reason: 'Scratched mirror', amount: sum(120_00) }];
    await app.closeOut({ bookingId: booking.id, claims, coverBalance: false });
    await app.settle();
    await app.at('2027-07-01T11:00');
    await app.settle();
    expect(await matter(booking)).to.include({ state: 'open', amount: 120_00, claims: 120_00 });
    await app.at('2027-07-20T11:00');
    await app.settle();
    expect((await matter(booking)).state).to.equal('lost');
    expect((await booking.stands()).position.outstanding).to.equal(0);
    expect(await balance('income:damage recovered')).to.equal(0);
  });

  it('six answers at once: one goes out, and the others are told so', async () => {
    const booking = await disputed('disputesNotProvided');
    const answers = await Promise.all(Array.from({ length: 6 }, () => answer(booking)));
    expect(answers.map((each) => codeOf(each) ?? 'sent').sort()).to.deep.equal([
      ...Array<string>(5).fill('answered_before'),
      'sent',
    ]);
    expect(await app.deps.db.$count(disputeAnswers)).to.equal(1);
    expect((await matter(booking)).state).to.equal('answered');
  });

  it('with twenty pictures of the worst kind it has at most 4 MB, and other programs read it', async function () {
    this.timeout(120_000);
    const booking = await disputed('disputesNotAsDescribed');
    const noise = { width: 1120, height: 840, channels: 3 as const, background: 'black' };
    const picture = await sharp({ create: { ...noise, noise: { type: 'gaussian', mean: 120, sigma: 60 } } })
      .webp({ quality: 30 })
      .toBuffer();
    const pictures = Array.from({ length: 20 }, (_, index) => `noise-${index}`);
    const row = { type: 'image/webp', name: 'noise.webp', content: picture, madeAt: app.world.clock.now() };
    await app.deps.db.insert(files).values(pictures.map((id) => ({ id, ...row })));
    expect((await answer(booking, { pictures })).ok).to.equal(true);
    const [kept] = await app.deps.db.select().from(disputeAnswers);
    expect(kept!.content!.length).to.be.within(100_000, 4_000_000);
    const folder = mkdtempSync(join(tmpdir(), 'ostendo-answer-'));
    writeFileSync(join(folder, 'answer.pdf'), kept!.content!);
    const said = execFileSync('qpdf', ['--check', join(folder, 'answer.pdf')], { encoding: 'utf8' });
    rmSync(folder, { recursive: true });
    expect(said).to.include('No syntax or stream encoding errors found');
  });

  it('one of another booking’s, or of nobody’s, is not there', async () => {
    const unknown = await app.answerDispute({ dispute: 'none', requestKey: randomUUID(), word: '', pictures: [] });
    expect(codeOf(unknown)).to.equal('dispute_unknown');
  });

  it('a fee passed on leaves with the whole, and comes back with it', async () => {
    const rules = await (await bookingOf(app)).rules();
    const fee = { percent: '1' as Decimal, fixed: sum(0), mode: 'add' as const, country: 'US' };
    const booking = await bookingOf(app, {}, { ...rules, fee });
    await booking.pay('disputesNotProvided');
    const passedOn = await balance('income:fees passed on');
    expect(passedOn).to.be.below(0);
    await app.at('2027-05-10T11:00');
    await app.settle();
    expect(await balance('assets:disputed')).to.be.above(240_00);
    await app.at('2027-05-25T11:00');
    await app.settle();
    expect((await matter(booking)).state).to.equal('lost');
    expect(await balance('assets:disputed')).to.equal(0);
    // The fee of the balance, which nobody disputes, stays.
    expect(await balance('income:fees passed on')).to.be.above(passedOn - 560);
  });
});
