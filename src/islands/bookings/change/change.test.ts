import { nothingOnPage } from '#core/catalogue/service';
import type { Decimal } from '#core/money/decimal';
import { allShown } from '#core/paymentMethods/ways';
import { usualHours } from '#core/places/hours';
import type { ChangeView } from '#contracts/bookings/changeView';
import type { Deal } from '#core/bookings/deal';
import { minor } from '#core/money/minor';
import { draftOfDeal, previewOf, readChange } from '#islands/bookings/change/changeDraft';
import { priceWords, suggestedTotal } from '#islands/bookings/newBooking/priceWords';
import { draftOfService, emptyExtra, newService, readService } from '#islands/catalogue/services/serviceDraft';
import { priceOf as priceOfService, taxOf } from '#islands/catalogue/services/serviceWords';
import { expect } from 'chai';
import { at, dealOn, fact, rentalAgreed, rentalTerms } from '../../../../testing/story';

const deal: Deal = {
  ...dealOn(rentalAgreed),
  price: { ...dealOn(rentalAgreed).price, discount: { percent: '0' as Decimal } },
};
const service = {
  id: 'rig',
  name: 'Rig',
  kind: 'rental' as const,
  currency: 'EUR',
  termsId: 'rental',
  basis: 'day' as const,
  unitPrice: minor(80_00),
  included: '',
  extras: [{ id: 'heater', label: 'Dew heater', unitPrice: minor(12_00), most: 2 }],
  taxMode: 'inclusive' as const,
  taxCodes: ['VAT'],
  colour: 'teal' as const,
  retired: false,
  ways: allShown,
  booking: null,
  group: '',
  onPage: nothingOnPage,
  usualClaims: [],
};
const taxes = [
  { code: 'VAT', label: 'VAT', rate: '25' as Decimal, category: 'S' as const, reason: '' },
  { code: 'CITY', label: 'City tax', rate: '5' as Decimal, category: 'S' as const, reason: '' },
];
const facts = [fact.agreed(), fact.paid('03-01 11:00', 300_00, 'r1')];
const view: ChangeView = {
  booking: { agreed: rentalAgreed, facts } as unknown as ChangeView['booking'],
  deal,
  seen: 2,
  taxes,
  service,
  versionRules: rentalTerms,
  counts: 'nothing',
};
const draft = draftOfDeal(deal);
const about = { now: at('03-02 12:00'), giveBack: true };

describe('a booking being changed', () => {
  it('reads back as it is, at the tax rates that it was agreed with', () => {
    const { deal: read, faults } = readChange(draft, view);
    expect(faults).to.deep.equal({});
    expect(read).to.deep.include({ total: deal.total, tax: deal.tax });
    expect(read!.price.taxes).to.deep.equal({ VAT: { rate: '23' }, CITY: { rate: '5' } });
    const preview = previewOf(view, read!, about);
    expect(preview.ok ? null : preview.refusal.code, 'a new tax alone changes nothing').to.equal('nothing_changed');
  });
  it('shows what it does once something is different', () => {
    const { deal: read } = readChange({ ...draft, lines: [{ ...draft.lines[0]!, unitPrice: '1,200' }] }, view);
    const preview = previewOf(view, read!, about);
    expect(preview.ok && preview.value.after.position.dueNow).to.equal(60_00);
    const far = readChange({ ...draft, start: '9999-12-31T10:00', end: '9999-12-31T11:00' }, view);
    const refused = previewOf(view, far.deal!, about);
    expect(refused.ok ? null : refused.refusal.code).to.equal('date_out_of_reach');
  });
  const line = draft.lines[0]!;
  const halves: [why: string, part: Partial<typeof draft>, fault: string][] = [
    ['no title', { title: ' ' }, 'title'],
    ['half a start', { start: '2027-04' }, 'start'],
    ['an end before the start', { end: '2027-04-01T10:00' }, 'end'],
    ['no lines', { lines: [] }, 'lines'],
    ['a line without a name', { lines: [{ ...line, label: '' }] }, 'lines.0.label'],
    ['a quantity with a word', { lines: [{ ...line, quantity: 'two' }] }, 'lines.0.quantity'],
    ['half a sum', { lines: [{ ...line, unitPrice: '12.345' }] }, 'lines.0.unitPrice'],
    ['more than all off', { discountKind: 'percent', discount: '101' }, 'discount'],
    ['a discount in words', { discountKind: 'amount', discount: 'some' }, 'discount'],
  ];
  for (const [why, part, fault] of halves)
    it(`says what is missing: ${why}`, () => {
      const read = readChange({ ...draft, ...part }, view);
      expect(read.deal).to.equal(null);
      expect(read.faults).to.have.all.keys(fault);
    });
  it('takes discounts of both kinds, and says where a price is past what money can be', () => {
    expect(readChange({ ...draft, discountKind: 'percent', discount: '10' }, view).deal!.total).to.equal(900_00);
    expect(readChange({ ...draft, discountKind: 'amount', discount: '50.00' }, view).deal!.total).to.equal(950_00);
    const huge = { ...line, quantity: '99999', unitPrice: '9999999999999' };
    expect(readChange({ ...draft, lines: [huge] }, view).faults).to.deep.equal({ lines: 'the price is too large' });
  });
});

describe('a service being written', () => {
  const terms = [{ id: 'rental', name: 'Rental' }];
  const services = { services: [], taxes, terms, agreements: [], places: [], dates: [], hours: usualHours };
  it('reads back as it is', () => {
    expect(readService(draftOfService(service)).body).to.deep.equal({ ...service });
    expect(readService(newService(services, 'EUR')).faults).to.have.all.keys('name');
  });
  const halves: [why: string, part: object, fault: string][] = [
    ['a price in words', { unitPrice: 'much' }, 'unitPrice'],
    ['an extra without a name or price', { extras: [{ ...emptyExtra(), price: '1' }] }, 'extras.0.label'],
    ['an extra without a price', { extras: [{ ...emptyExtra(), label: 'x' }] }, 'extras.0.price'],
    ['none of an extra', { extras: [{ ...emptyExtra(), label: 'x', price: '1', most: '0' }] }, 'extras.0.most'],
  ];
  for (const [why, part, fault] of halves)
    it(`says what is missing: ${why}`, () => {
      const read = readService({ ...draftOfService(service), ...part });
      expect(read.body).to.equal(null);
      expect(read.faults).to.have.all.keys(fault);
    });
  it('is said in words', () => {
    expect(priceOfService(service)).to.equal('80.00 a day');
    expect(priceOfService({ ...service, basis: 'hour' })).to.equal('80.00 an hour');
    expect(priceOfService({ ...service, basis: 'fixed' })).to.equal('80.00');
    expect(priceOfService({ ...service, unitPrice: minor(0) })).to.equal('agreed each time');
    expect(taxOf(service, taxes)).to.equal('VAT 25 % included');
    expect(taxOf({ taxMode: 'exclusive', taxCodes: ['VAT', 'CITY'] }, taxes)).to.equal(
      'VAT 25 % and City tax 5 % on top',
    );
    expect(taxOf({ taxMode: 'exclusive', taxCodes: [] }, taxes)).to.equal('no tax');
    const three = { quantity: '3' as Decimal, unitPrice: minor(80_00) };
    expect([priceWords(three, 'day', 'EUR'), suggestedTotal(three)]).to.deep.equal(['3 days at 80.00', 240_00]);
    expect(priceWords({ ...three, quantity: '1' as Decimal }, 'night', 'EUR')).to.equal('1 night at 80.00');
    expect(priceWords(three, 'fixed', 'EUR')).to.equal('the service’s own price');
  });
});
