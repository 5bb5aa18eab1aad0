import { deliveredFact } from '#core/bookings/deliveredFact';
import { type WantedJob, wantedJobs } from '#core/jobs/wantedJobs';
import type { Fact } from '#core/bookings/facts';
import { type Agreed } from '#core/bookings/agreed';
import { type BookingState, bookingState } from '#core/bookings/bookingState';
import { addHours, type Instant } from '#core/calendar/instant';
import { least, type Minor, minor, remainder, zero } from '#core/money/minor';
import { expect } from 'chai';
import fc from 'fast-check';
import { at, rentalAgreed, rentalTerms } from '../../../testing/story';

/**
 * A booking lives: its clock moves, its client does this and that, and what it wants is carried out with whatever answer
 * the world gives. The numbers that a run is made of choose all of it.
 */
class Life {
  readonly done = new Set<string>();
  readonly carriedOut: WantedJob[] = [];
  facts: Fact[] = [{ kind: 'agreed', at: at('03-01 10:00'), by: 'owner' }];
  now: Instant = at('03-01 10:00');
  #count = 0;

  constructor(
    readonly agreed: Agreed,
    readonly choose: (below: number) => number,
  ) {}

  stands(moment = this.now): BookingState {
    return bookingState(this.agreed, this.facts, moment);
  }
  wants(): WantedJob[] {
    return wantedJobs(this.stands(), this.facts).filter(({ key }) => !this.done.has(key));
  }
  #id(): string {
    return `x${++this.#count}`;
  }
  #add(fact: Fact): void {
    this.facts = [...this.facts, fact];
  }
  #card() {
    const { card, holdCard } = this.stands().ledger;
    const { cardId, last4 } = card ?? holdCard ?? { cardId: 'c1', last4: '7315' };
    return { cardId, last4 };
  }

  pay(amount: Minor): void {
    if (amount === 0) return;
    const first = this.stands().ledger.card === null;
    const receiptId = this.#id();
    this.#add({ kind: 'received', at: this.now, receiptId, amount, method: 'card', ...this.#card() });
    if (first) this.giveCard();
  }
  giveCard(): void {
    this.#add({ kind: 'cardKept', at: this.now, cardId: this.#id(), last4: '7315', consent: '' });
  }

  carryOut(errand: WantedJob): void {
    this.done.add(errand.key);
    this.carriedOut.push(errand);
    const when = this.now;
    const current = this.stands();
    const decline = this.choose(2) === 0 ? ('soft' as const) : ('hard' as const);
    switch (errand.kind) {
      case 'charge': {
        const { left, coming } = current.parts[errand.part]!;
        const amount = remainder(left, coming);
        if (this.choose(3) > 0) return this.pay(amount);
        const refused = { kind: 'chargeDeclined', at: when, amount, code: '51', decline, ...this.#card() } as const;
        return this.#add({ ...refused, clientPresent: false });
      }
      case 'placeHold':
      case 'renewHold': {
        const amount = current.plan.hold!.amount;
        const renews = errand.kind === 'renewHold' ? { renews: errand.authorisation } : {};
        const card = this.#card();
        if (this.choose(4) === 0)
          return this.#add({ kind: 'holdRefused', at: when, amount, code: '62', decline, ...card, ...renews });
        const expires = addHours(when, 168);
        return this.#add({
          kind: 'holdPlaced',
          at: when,
          authorisation: this.#id(),
          amount,
          expires,
          ...card,
          ...renews,
        });
      }
      case 'releaseHold': {
        const held = current.ledger.authorisations.find(({ id }) => id === errand.authorisation)!;
        return this.#add({ kind: 'holdReleased', at: when, authorisation: held.id, amount: held.amount });
      }
      case 'lapse':
        return this.#add({ kind: 'lapsed', at: when, reason: 'not_paid' });
      case 'message': {
        const about = { subject: 'x', messageId: this.#id(), to: 'x@example.com' };
        return this.#add({ kind: 'sent', at: when, occasion: errand.occasion, ...about });
      }
      case 'deliver': {
        const { total } = current.agreed;
        return this.#add(deliveredFact(current, { total, tax: zero }, null));
      }
      case 'document':
      case 'invoiceOverdue':
      case 'turn':
    }
  }

  /** Carries out what is due now, until nothing is: what follows from it included. */
  settle(): void {
    for (let steps = 0; ; steps++) {
      const due = this.wants().find((errand) => errand.at <= this.now);
      if (!due) return;
      expect(steps, `never quiet: ${due.key}`).to.be.lessThan(60);
      this.carryOut(due);
    }
  }

  /** The network lets go of what has run out; then the clock is where it was moved to. */
  moveTo(moment: Instant): void {
    for (;;) {
      const next = this.wants()
        .map((errand) => errand.at)
        .filter((when) => when > this.now && when <= moment)
        .sort()[0];
      this.now = next ?? moment;
      for (const { id, amount, state, expires } of this.stands().ledger.authorisations)
        if (state === 'inForce' && expires <= this.now)
          this.#add({ kind: 'holdLapsed', at: this.now, authorisation: id, amount });
      this.settle();
      if (!next) return;
    }
  }

  step(): void {
    const { position, stage, ledger } = this.stands();
    const over = ledger.cancelled !== null || ledger.lapsed || ledger.closedOut !== null;
    switch (this.choose(7)) {
      case 0:
        if (!over) this.pay(position.dueNow);
        break;
      case 1:
        if (!over) this.pay(least(position.outstanding, minor(1 + this.choose(400_00))));
        break;
      case 2:
        if (!over) this.giveCard();
        break;
      case 3:
        if (stage === 'toCloseOut') this.#closeOut(position.received);
        break;
      default:
        this.moveTo(addHours(this.now, 1 + this.choose(200)));
    }
    this.settle();
  }

  #closeOut(received: Minor): void {
    const { total } = this.agreed;
    const closed = { claims: [], captured: minor(0), released: minor(0), shortfall: minor(0) };
    this.#add({ kind: 'delivered', at: this.now, total, tax: minor(0), received });
    this.#add({ kind: 'closedOut', at: this.now, ...closed, outstanding: remainder(total, received) });
  }
}

const agreements: readonly Agreed[] = [
  rentalAgreed,
  { ...rentalAgreed, terms: { ...rentalTerms, hold: undefined, lapseAfterHours: undefined } },
  { ...rentalAgreed, terms: { ...rentalTerms, retryAfterHours: [], graceDays: 0 } },
  {
    ...rentalAgreed,
    terms: {
      ...rentalTerms,
      instalments: [
        rentalTerms.instalments[0]!,
        { name: 'second', collect: 'ask', amount: { share: 1 }, due: { on: 'midway' } },
        { name: 'third', collect: 'charge', amount: { share: 2 }, due: { on: 'end', plus: { days: 3 } } },
      ],
    },
  },
];

const life = (check: (lived: Life) => void) =>
  fc.assert(
    fc.property(
      fc.constantFrom(...agreements),
      fc.array(fc.nat(1e6), { minLength: 60, maxLength: 240 }),
      (agreed, numbers) => {
        let next = 0;
        const lived = new Life(agreed, (below) => numbers[next++ % numbers.length]! % below);
        lived.settle();
        for (let step = 0; step < 14; step++) {
          lived.step();
          check(lived);
        }
      },
    ),
    { numRuns: 120 },
  );

const order = ['planned', 'due', 'late'];
const stages = ['enquiry', 'waiting', 'secured', 'inService', 'toCloseOut', 'closed', 'lapsed', 'cancelled'];

describe('what a booking wants, however it lives', function () {
  this.timeout(60_000);
  it('each key is wanted once, and comes to rest at every moment', () =>
    life((lived) => {
      const keys = wantedJobs(lived.stands(), lived.facts).map(({ key }) => key);
      expect(keys).to.deep.equal([...new Set(keys)]);
      expect(lived.wants().filter((errand) => errand.at <= lived.now)).to.deep.equal([]);
    }));

  it('nothing is collected twice, and no more is held than one authorisation', () =>
    life((lived) => {
      const { ledger, position } = lived.stands();
      expect(position.credit, 'collected beyond the price').to.equal(0);
      const inForce = ledger.authorisations.filter(({ state }) => state === 'inForce');
      expect(inForce.length).to.be.at.most(1);
    }));

  it('is the same when it is asked again, and messages and looks change nothing of it', () =>
    life((lived) => {
      const wanted = lived.wants();
      expect(lived.wants()).to.deep.equal(wanted);
      const seen: Fact = { kind: 'seen', at: lived.now, page: 'client' };
      const more = [...lived.facts, seen];
      const again = wantedJobs(bookingState(lived.agreed, more, lived.now), more);
      expect(again.filter(({ key }) => !lived.done.has(key))).to.deep.equal(wanted);
    }));

  it('time alone takes nothing back: what is paid stays paid, due becomes late, a service goes on', () =>
    life((lived) => {
      const [early, late] = [lived.stands(), lived.stands(addHours(lived.now, 24 * 9))];
      expect(late.position.received).to.equal(early.position.received);
      expect(late.position.late).to.be.at.least(early.position.late);
      expect(late.position.dueNow).to.be.at.least(early.position.dueNow);
      early.parts.forEach((part, index) => {
        const then = late.parts[index]!;
        if (part.state === 'paid' || part.state === 'open') expect(then.state).to.equal(part.state);
        else expect(order.indexOf(then.state)).to.be.at.least(order.indexOf(part.state));
      });
      expect(stages.indexOf(late.stage)).to.be.at.least(stages.indexOf(early.stage));
    }));

  it('more money makes nothing more due', () =>
    life((lived) => {
      const before = lived.stands();
      if (before.position.outstanding === 0 || before.ledger.lapsed) return;
      const amount = least(before.position.outstanding, minor(50_00));
      const paid: Fact = { kind: 'received', at: lived.now, receiptId: 'more', amount, method: 'cash' };
      const after = bookingState(lived.agreed, [...lived.facts, paid], lived.now);
      expect(after.position.received).to.equal(before.position.received + amount);
      expect(after.position.outstanding).to.equal(before.position.outstanding - amount);
      expect(after.position.dueNow).to.be.at.most(before.position.dueNow);
    }));

  it('a clock that was put back undoes nothing', () =>
    life((lived) => {
      const back = addHours(lived.now, -1);
      expect(lived.stands(back).position.received).to.equal(lived.stands().position.received);
      expect(lived.stands(back).ledger).to.deep.equal(lived.stands().ledger);
    }));
});
