import { nothingOnPage } from '#core/catalogue/service';
import { allShown } from '#core/paymentMethods/ways';
import type { NewBookingView } from '#contracts/bookings/views';
import type { Instant } from '#core/calendar/instant';
import { type Draft, draftFaults, workOut } from '#islands/bookings/newBooking/draft';
import { starterTerms } from '#server/seed/starterTerms';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { expect } from 'chai';

const draft: Draft = {
  clientName: 'Orla Brandt',
  clientEmail: 'orla@example.com',
  serviceId: 's',
  title: 'Dobsonian',
  start: '2027-06-18T18:00',
  end: '2027-07-04T18:00',
  total: '880.00',
  extras: {},
  termsId: 'rental',
  count: '1',
  settling: 'online',
  accountDays: '30',
};
const view: NewBookingView = {
  services: [
    {
      id: 's',
      name: 'Dobsonian',
      kind: 'rental',
      currency: 'EUR',
      termsId: 'rental',
      basis: 'day',
      unitPrice: minor(50_00),
      included: '',
      extras: [{ id: 'case', label: 'Eyepiece case', unitPrice: minor(12_00), most: 3 }],
      taxMode: 'inclusive',
      taxCodes: ['VAT'],
      colour: 'teal',
      retired: false,
      ways: allShown,
      booking: null,
      group: '',
      onPage: nothingOnPage,
      usualClaims: [],
    },
  ],
  taxes: [{ code: 'VAT', label: 'VAT', rate: '23' as Decimal, category: 'S' as const, reason: '' }],
  terms: starterTerms.map(({ id, name, rules }) => ({ id, name, rules })),
  clients: [],
};
const unpriced = { ...view, services: [{ ...view.services[0]!, unitPrice: minor(0) }] };
const about = { now: '2027-05-14T08:12:00Z' as Instant, zone: 'Europe/Lisbon', currency: 'EUR' };

describe('a booking being written', () => {
  it('has nothing to complain of while it is empty, and everything when it is sent', () => {
    const empty: Draft = { ...draft, clientName: '', clientEmail: '', title: '', start: '', end: '', total: '' };
    expect(draftFaults(empty, view, about, false)).to.deep.equal({});
    expect(Object.keys(draftFaults(empty, unpriced, about, true)).sort()).to.deep.equal([
      'clientEmail',
      'clientName',
      'end',
      'start',
      'title',
      'total',
    ]);
  });
  const faults: [why: string, part: Partial<Draft>, field: keyof Draft][] = [
    ['half an address', { clientEmail: 'orla@' }, 'clientEmail'],
    ['a price with words', { total: 'a lot' }, 'total'],
    ['a price of nothing', { total: '0' }, 'total'],
    ['an end before the start', { end: '2027-06-17T18:00' }, 'end'],
    ['a number of days with words', { settling: 'account', accountDays: 'a month' }, 'accountDays'],
    ['more days than a year has', { settling: 'account', accountDays: '366' }, 'accountDays'],
    ['a name of more letters than fit', { clientName: 'o'.repeat(121) }, 'clientName'],
    ['a day that is not there', { start: '2027-02-30T18:00' }, 'start'],
  ];
  for (const [why, part, field] of faults)
    it(`says at the field: ${why}`, () =>
      expect(draftFaults({ ...draft, ...part }, view, about, false)).to.have.all.keys(field));

  it('says of a title that is missing that it is, and nothing of the price', () =>
    expect(draftFaults({ ...draft, title: ' ' }, view, about, true)).to.have.all.keys('title'));

  it('is worked out with each keystroke', () => {
    const worked = workOut(draft, view, about);
    expect(worked.state === 'ready' && worked.bookingState.plan).to.include({ dueNow: 264_00, later: 616_00 });
  });
  it('takes the price of the service for its dates, and the extras', () => {
    const worked = workOut({ ...draft, total: '', extras: { case: 2 } }, view, about);
    expect(worked.state === 'ready' && worked.lines.map(({ id, quantity }) => [id, quantity])).to.deep.equal([
      ['service', '16'],
      ['case', '2'],
    ]);
    expect(worked.state === 'ready' && worked.bookingState.agreed.total).to.equal(16 * 50_00 + 2 * 12_00);
    expect(draftFaults({ ...draft, total: '' }, view, about, true)).to.deep.equal({});
  });
  it('waits while something is missing, and explains terms that do not fit', () => {
    expect(workOut({ ...draft, total: 'much' }, view, about).state).to.equal('unfinished');
    expect(workOut({ ...draft, total: '' }, unpriced, about).state).to.equal('unfinished');
    expect(workOut({ ...draft, termsId: 'none' }, view, about).state).to.equal('unfinished');
    const rules = { ...view.terms[0]!.rules, instalments: [] };
    const bare = { ...view, terms: [{ id: 'rental', name: '', rules }] };
    expect(workOut(draft, bare, about)).to.deep.equal({ state: 'refused', problem: { code: 'terms_do_not_add_up' } });
  });
});
