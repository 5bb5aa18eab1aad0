import { nothingOnPage } from '#core/catalogue/service';
import type { WallTime } from '#core/calendar/wallTime';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { BookPageView, OpenService } from '#contracts/checkout/views';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { starterTerms } from '#server/seed/starterTerms';
import { bookProblem, faultOf } from '#islands/checkout/bookProblem';
import { type CartItem, nextWords, priced, sumsOf } from '#islands/checkout/cart';
import { lastOf, monthAfter, monthName } from '#islands/parts/months';
import { expect } from 'chai';

const open = (id: string, confirm: OpenService['rules']['confirm'] = 'payment'): OpenService => ({
  id,
  kind: 'event',
  group: '',
  onPage: nothingOnPage,
  included: '',
  colour: 'plum',
  name: 'Dome',
  currency: 'EUR',
  basis: 'person',
  unitPrice: minor(55_00),
  taxMode: 'inclusive',
  taxCodes: ['VAT'],
  extras: [],
  agreement: null,
  fee: '',
  rules: {
    when: { kind: 'dates' },
    counts: 'guests',
    least: 1,
    most: 8,
    confirm,
    authorise: false,
    keepMinutes: 15,
    answerHours: 48,
    tip: false,
  },
  terms: starterTerms.find((terms) => terms.id === 'event')!.rules,
});
const page: BookPageView = {
  business: {
    name: 'Vesper Hollow',
    line: '',
    email: 'a@example.com',
    address: '',
    country: '',
    colour: null,
    logo: null,
    picture: null,
  },
  timeZone: 'Europe/Lisbon',
  now: '2027-03-01T10:00:00Z' as Instant,
  rates: { VAT: { rate: '23' as Decimal } },
  note: '',
  phone: 'off',
  vouchers: false,
  stopped: false,
  services: [open('dome'), open('asked', 'owner'), open('mailed', 'client')],
};
const item = (serviceId: string, count = 2): CartItem => ({
  id: serviceId,
  serviceId,
  count,
  extras: {},
  start: '2027-06-05T21:00' as WallTime,
  end: '2027-06-05T23:00' as WallTime,
});

describe('a cart on the booking page', () => {
  it('knows what is due now and in all, as the server will', () => {
    const [one, two] = [priced(page, item('dome'))!, priced(page, item('asked', 4))!];
    expect(sumsOf([one, two]).total).to.equal(330_00);
    expect(sumsOf([one]).dueNow).to.equal(one.bookingState!.position.dueNow);
    expect(one.title).to.equal('Dome, 2 guests');
  });
  it('leaves out what is no longer on the page', () => expect(priced(page, item('gone'))).to.equal(null));

  const words: [ids: string[], said: string][] = [
    [['dome'], 'Book with obligation to pay'],
    [['asked'], 'Ask for it, with obligation to pay if we say yes'],
    [['mailed'], 'Book with obligation to pay'],
    [['asked', 'dome'], 'Book with obligation to pay'],
  ];
  for (const [ids, said] of words)
    it(`${ids.join(' and ')}: “${said}”`, () =>
      expect(nextWords(ids.map((id) => priced(page, item(id))!))).to.equal(said));
});

describe('what a client is told', () => {
  const faults: [why: string, typed: Parameters<typeof faultOf>[0], agrees: boolean, at: string[]][] = [
    ['nothing typed', { name: ' ', email: '', agreedName: '' }, true, ['clientName', 'clientEmail', 'agreedName']],
    ['no agreement', { name: 'Maud', email: 'maud@example.com', agreedName: '' }, false, []],
    ['half an address', { name: 'Maud', email: 'maud@', agreedName: '' }, false, ['clientEmail']],
  ];
  for (const [why, typed, agrees, at] of faults)
    it(why, () => expect(Object.keys(faultOf(typed, agrees))).to.deep.equal(at));

  const codes: [code: Parameters<typeof bookProblem>[0]['code'], detail: Record<string, unknown>, said: RegExp][] = [
    ['place_taken', {}, /Somebody else has just taken/],
    ['too_many', { limit: 8 }, /At most 8/],
    ['sums_changed', { total: 120_00 }, /120\.00 in all/],
    ['try_again', {}, /Nothing was booked twice/],
    ['no_connection', {}, /when it is back/],
  ];
  for (const [code, detail, said] of codes)
    it(`${code} is said in words`, () => expect(bookProblem({ code, detail }, 'EUR')).to.match(said));

  it('months, over the end of a year', () => {
    expect(monthAfter('2027-12-31' as PlainDate, 1)).to.equal('2028-01-01');
    expect(lastOf('2028-02-10' as PlainDate)).to.equal('2028-02-29');
    expect(monthName('2027-05-14' as PlainDate)).to.equal('May 2027');
  });
});
