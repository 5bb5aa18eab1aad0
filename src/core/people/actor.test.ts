import { type Actor, actorOfOld, mayHaveDone } from '#core/people/actor';
import { bookingFactsRead, factVersion, quoteFactsRead } from '#core/factCodec/readFact';
import type { Fact } from '#core/bookings/facts';
import type { PersonalData } from '#core/factCodec/personalData';
import { actorWords } from '#core/wording/actorWords';
import { expect } from 'chai';

const at = '2027-03-01T10:00:00Z';
const fact = (kind: Fact['kind'], more: object = {}): Fact => ({ kind, at, ...more }) as unknown as Fact;
const read = (written: unknown, said: PersonalData | null = null) =>
  bookingFactsRead.whole(bookingFactsRead.bare(written), said);
const kindOf = (written: Fact): string => actorOfOld(written).kind;

/** Facts as the first form had them, word for word: they stay readable for ever. */
describe('facts of the first form', () => {
  const cases: [why: string, written: Fact, actor: Actor['kind']][] = [
    ['booked for the client', fact('agreed', { by: 'owner' }), 'person'],
    ['booked by the client', fact('agreed', { by: 'client' }), 'client'],
    ['changed by the client, who pays it all', fact('changed', { by: 'client' }), 'client'],
    ['confirmed by the owner', fact('confirmed', { by: 'owner' }), 'person'],
    ['cancelled by the client', fact('cancelled', { by: 'client' }), 'client'],
    ['cancelled by the business', fact('cancelled', { by: 'business' }), 'person'],
    ['nobody came', fact('cancelled', { by: 'no_show' }), 'person'],
    ['a request that was declined', fact('lapsed', { reason: 'declined' }), 'person'],
    ['a place that was given back', fact('lapsed', { reason: 'not_paid' }), 'clock'],
    ['paid by card', fact('received', { method: 'card' }), 'client'],
    ['paid in cash', fact('received', { method: 'cash' }), 'person'],
    ['paid at the reader', fact('received', { method: 'reader' }), 'person'],
    ['refused on the page', fact('chargeDeclined', { clientPresent: true }), 'client'],
    ['refused on file', fact('chargeDeclined', { clientPresent: false }), 'clock'],
    ['collected from the bank on the page', fact('debitSent', { clientPresent: true }), 'client'],
    ['collected by itself', fact('debitSent', { clientPresent: false }), 'clock'],
    ['sent back by the bank', fact('debitReturned'), 'processor'],
    ['a hold that ran out', fact('holdLapsed'), 'processor'],
    ['a hold that was placed', fact('holdPlaced'), 'clock'],
    ['given up', fact('givenUp'), 'person'],
    ['a letter', fact('sent', { subject: 'Your code', to: 'a@b.example' }), 'clock'],
    ['the page was opened', fact('seen'), 'client'],
  ];
  for (const [why, written, actor] of cases)
    it(`${why}: ${actor}`, () => {
      expect(kindOf(written)).to.equal(actor);
      expect(read({ ...written })).to.deep.equal({ ...written, actor: actorOfOld(written) });
    });

  const quotes: [why: string, written: object, actor: Actor['kind']][] = [
    ['sent', { kind: 'sent' }, 'person'],
    ['opened', { kind: 'opened' }, 'client'],
    ['signed by the business', { kind: 'signed', signatory: 'business' }, 'person'],
    ['signed by the client', { kind: 'signed', signatory: 'client' }, 'client'],
    ['accepted on the page', { kind: 'accepted', by: 'client' }, 'client'],
    ['agreed by telephone', { kind: 'accepted', by: 'owner' }, 'person'],
    ['expired', { kind: 'expired' }, 'clock'],
    ['withdrawn', { kind: 'withdrawn' }, 'person'],
    ['asked for anew', { kind: 'askedAgain' }, 'client'],
  ];
  for (const [why, written, actor] of quotes)
    it(`of a quote, ${why}: ${actor}`, () =>
      expect(quoteFactsRead.bare({ at, ...written }).actor.kind).to.equal(actor));
});

describe('facts of today', () => {
  const actors: Actor[] = [
    { kind: 'person', id: 'p1' },
    { kind: 'client', device: 'd1' },
    { kind: 'payer' },
    { kind: 'program', id: 'k1' },
    { kind: 'processor', account: 'a1' },
    { kind: 'clock' },
  ];
  for (const actor of actors)
    it(`come back as they were written, by ${actor.kind}`, () => {
      const recorded = { ...fact('seen', { page: 'booking' }), actor };
      const { fact: kept, said } = bookingFactsRead.written(recorded);
      expect(read(JSON.parse(JSON.stringify({ ...kept, v: factVersion })), said)).to.deep.equal(recorded);
    });
  it('of a form that is not known yet are not guessed at', () =>
    expect(() => read({ ...fact('seen'), v: 4 })).to.throw('a fact of form 4'));

  const program: Actor = { kind: 'program', id: 'k1' };
  const given: [why: string, of: Fact, may: boolean][] = [
    ['books', fact('agreed', { by: 'owner' }), true],
    ['accepts no agreement', fact('agreed', { by: 'client', agreement: {} }), false],
    ['keeps no card', fact('cardKept'), false],
    ['has no payment reserved', fact('paymentAuthorised'), false],
    ['says no yes for anybody', fact('confirmed'), false],
    ['records a payment', fact('received'), true],
  ];
  for (const [why, of, may] of given)
    it(`a program ${why}`, () => {
      expect(mayHaveDone(program, of)).to.equal(may);
      for (const actor of actors) if (actor.kind !== 'program') expect(mayHaveDone(actor, of)).to.equal(true);
    });
});

describe('whoever did it, in words', () => {
  const people = { p1: 'Lena Varga' };
  const cases: [actor: Actor, said: string][] = [
    [{ kind: 'person', id: 'p1' }, 'Lena Varga'],
    [{ kind: 'person', id: 'gone' }, 'the business'],
    [{ kind: 'person', id: null }, 'the business'],
    [{ kind: 'client', device: 'd' }, 'the client'],
    [{ kind: 'payer' }, 'who else pays'],
    [{ kind: 'program', id: 'k' }, 'a program'],
    [{ kind: 'processor', account: null }, 'the processor'],
    [{ kind: 'clock' }, 'by itself'],
  ];
  for (const [actor, said] of cases) it(said, () => expect(actorWords(actor, people)).to.equal(said));
});
