import { firstOffer, type FirstOffer, fittingTerms } from '#core/settings/firstOffer';
import { notBegun, openSteps, stepStates } from '#core/settings/steps';
import { usualHours } from '#core/places/hours';
import type { TimeOfDay, WallTime } from '#core/calendar/wallTime';
import { minor } from '#core/money/minor';
import { serviceKinds } from '#core/catalogue/service';
import { expect } from 'chai';

const about = { name: 'Dome', unitPrice: minor(40_00), week: usualHours.week };
const evening = { start: '2027-06-18T21:00' as WallTime, end: '2027-06-19T00:00' as WallTime };
const offers: readonly FirstOffer[] = [
  { ...about, kind: 'appointment', minutes: 90, atOnce: 1 },
  { ...about, kind: 'rental', by: 'day', units: 3 },
  { ...about, kind: 'rental', by: 'night', units: 1 },
  { ...about, kind: 'event', ...evening, seats: 12 },
  { ...about, kind: 'project', days: 30 },
];

describe('the first offer', () => {
  it('an appointment takes whoever gives it, begins at least each hour', () => {
    const made = firstOffer(offers[0]!, 'Lena');
    expect(made.place).to.deep.equal({ name: 'Lena', kind: 'person', units: 1 });
    expect(made.booking.when).to.include({ kind: 'slots', minutes: 90, everyMinutes: 60 });
  });
  it('a day’s hire is fetched when it opens and back when it closes, a night’s is back in the morning', () => {
    expect(firstOffer(offers[1]!, '').booking.when).to.include({ pickUp: '09:00', giveBack: '18:00' });
    expect(firstOffer(offers[2]!, '').booking.when).to.include({ pickUp: '15:00', giveBack: '11:00' });
    expect(firstOffer(offers[1]!, '').place).to.include({ kind: 'stock', units: 3 });
  });
  it('a bar that closes after midnight is no day that ends before it begins', () => {
    const late = usualHours.week.map(() => [{ from: '18:00' as TimeOfDay, to: '02:00' as TimeOfDay }]);
    const { when } = firstOffer({ ...about, week: late, kind: 'rental', by: 'day', units: 1 }, '').booking;
    expect(when).to.include({ pickUp: '18:00' });
  });
  it('an event counts guests, up to its seats, on its first date', () => {
    const made = firstOffer(offers[3]!, '');
    expect(made.date).to.deep.equal({ ...evening, seats: 12 });
    expect([made.basis, made.booking.counts, made.booking.most]).to.deep.equal(['person', 'guests', 12]);
  });
  it('a project is asked for, and its owner answers', () =>
    expect(firstOffer(offers[4]!, '').booking).to.deep.include({
      confirm: 'owner',
      when: { kind: 'asked', days: 30 },
    }));
  it('proposes terms that fit, for every kind', () => {
    for (const kind of serviceKinds) expect(fittingTerms[kind].length).to.be.greaterThan(2);
    for (const offer of offers) expect(fittingTerms[offer.kind][0]).to.equal(firstOffer(offer, '').termsId);
  });
});

describe('the steps of the first hour', () => {
  const nothing = { service: false, wayToPay: false, secured: false };
  it('are open on the first day, each done when what it makes is there', () => {
    expect(openSteps(notBegun, nothing)).to.deep.equal(['offer', 'money', 'pay', 'look', 'try']);
    expect(openSteps(notBegun, { service: true, wayToPay: true, secured: true })).to.deep.equal(['money', 'look']);
    expect(openSteps({ ...notBegun, done: ['money', 'look'] }, nothing)).to.deep.equal(['offer', 'pay', 'try']);
  });
  it('stay on the list where they were left, until it is sent away', () => {
    expect(stepStates({ ...notBegun, left: ['pay'] }, nothing).pay).to.equal('left');
    expect(openSteps({ ...notBegun, left: ['pay'] }, nothing)).to.include('pay');
    expect(openSteps({ ...notBegun, over: true }, nothing)).to.deep.equal([]);
  });
  it('saying that it is done makes no service', () =>
    expect(stepStates({ ...notBegun, done: ['offer', 'pay', 'try'] }, nothing)).to.include({
      offer: 'open',
      try: 'open',
    }));
});
