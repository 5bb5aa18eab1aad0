import type { Decimal } from '#core/money/decimal';
import type { WallTime } from '#core/calendar/wallTime';
import { minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';
import { termsVersions } from '#server/database/schema/business';
import { starterTerms } from '#server/seed/starterTerms';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { type Installation, installation } from '../../../../testing/installation';
import { bookingOf, codeOf, publish } from '../../../../testing/onBooking';

const base = starterTerms[0]!.rules;
const laterBalance: Terms = {
  ...base,
  instalments: [base.instalments[0]!, { ...base.instalments[1]!, due: { on: 'start', minus: { days: 3 } } }],
};

describe('terms as versions', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(async () => {
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
  const publishRental = (rules: Terms, baseVersion = 1) =>
    app.publishTerms({ termsId: 'rental', name: 'Rental, short', baseVersion, rules });

  it('are seeded with a dozen that all give a plan at every price', async () => {
    const { terms } = await app.queries.termsList();
    expect(terms.length).to.be.at.least(12);
    for (const line of terms)
      expect(codeOf(await app.giveTerms({ termsId: line.id, serviceIds: ['rental'] })), line.name).to.equal(undefined);
  });

  it('a new version leaves the one before it, and the bookings on it, as they are', async () => {
    const before = await bookingOf(app);
    expect(await publishRental(laterBalance)).to.deep.equal({ ok: true, value: { termsId: 'rental', version: 2 } });
    const after = await bookingOf(app);
    expect((await before.stands()).parts[1]!.due).to.equal('2027-03-29');
    expect((await after.stands()).parts[1]!.due).to.equal('2027-04-02');
    const line = (await app.queries.termsList()).terms.find(({ id }) => id === 'rental')!;
    expect(line).to.include({ version: 2, coming: 2, onOlder: 1 });
    const rewritten = app.deps.db
      .update(termsVersions)
      .set({ rules: laterBalance })
      .where(eq(termsVersions.termsId, 'rental'));
    const refused = await rewritten.then(
      () => 'written',
      () => 'refused',
    );
    expect(refused, 'by the database, whoever asks').to.equal('refused');
  });

  it('a version that is not there is refused, and leaves nothing behind', async () => {
    const made = await app.publishTerms({ termsId: null, name: 'From nothing', baseVersion: 3, rules: base });
    expect(codeOf(made)).to.equal('terms_not_found');
    expect((await app.queries.termsList()).terms.map(({ name }) => name)).not.to.include('From nothing');
    expect(codeOf(await publishRental(laterBalance, 7))).to.equal('terms_changed');
  });

  it('two people write on the same version: the second is told, with what the first published', async () => {
    expect((await publishRental(laterBalance)).ok).to.equal(true);
    expect((await publishRental(laterBalance)).ok, 'a repeat of the same').to.equal(true);
    const second = await publishRental({ ...base, graceDays: 9 });
    expect(second.ok ? null : second.refusal).to.deep.include({ code: 'terms_changed', version: 2 });
    expect(second.ok ? null : (second.refusal as unknown as { rules: Terms }).rules.instalments[1]!.due).to.deep.equal({
      on: 'start',
      minus: { days: 3 },
    });
    expect((await publishRental({ ...base, graceDays: 9 }, 2)).ok, 'and goes on from there').to.equal(true);
  });

  const unusable: [why: string, rules: Terms, fault: string][] = [
    ['percentages below a hundred', { ...base, instalments: [base.instalments[0]!] }, 'terms_do_not_add_up'],
    [
      'a hold that is renewed before it is placed',
      { ...base, hold: { ...base.hold!, margin: { hours: 168 } } },
      'hold_margin_too_long',
    ],
  ];
  for (const [why, rules, fault] of unusable)
    it(`that cannot be computed are not published: ${why}`, async () => {
      const refused = await publishRental(rules);
      expect(refused.ok ? null : refused.refusal).to.deep.include({ code: 'terms_cannot_be_used', fault });
    });

  it('refuse a name twice, the same again, and what is not there', async () => {
    expect(codeOf(await app.publishTerms({ termsId: null, name: 'Event', baseVersion: 0, rules: base }))).to.equal(
      'terms_name_taken',
    );
    expect(codeOf(await publishRental(base))).to.equal('terms_unchanged');
    expect(codeOf(await app.publishTerms({ termsId: 'none', name: 'x', baseVersion: 0, rules: base }))).to.equal(
      'terms_not_found',
    );
    expect(codeOf(await app.giveTerms({ termsId: 'none', serviceIds: [] }))).to.equal('terms_not_found');
    const renamed = await app.publishTerms({ termsId: 'rental', name: 'Rental', baseVersion: 1, rules: base });
    expect(renamed).to.deep.equal({ ok: true, value: { termsId: 'rental', version: 1 } });
  });

  it('are given to many services at once, for their next bookings', async () => {
    const termsId = await publish(app, laterBalance);
    expect(await app.giveTerms({ termsId, serviceIds: ['rental', 'event', 'project'] })).to.deep.equal({
      ok: true,
      value: { given: 3 },
    });
    const line = (await app.queries.termsList()).terms.find(({ id }) => id === termsId)!;
    expect(line.services.map(({ id }) => id).sort()).to.deep.equal(['event', 'project', 'rental']);
  });

  it('a newer version says what it would change for each coming booking, and touches only those that are chosen', async () => {
    const [first, second, over] = [await bookingOf(app), await bookingOf(app), await bookingOf(app)];
    await first.pay();
    await app.cancelBooking({ bookingId: over.id, by: 'business' });
    await second.change({ terms: { ...base, graceDays: 5 } });
    await publishRental(laterBalance);
    const use = (await app.queries.termsUse('rental'))!;
    expect(use.touches.map(({ id }) => id).sort()).to.deep.equal([first.id, second.id].sort());
    const touch = use.touches.find(({ id }) => id === first.id)!;
    expect(touch).to.deep.include({ own: false, tells: true, refused: null, back: 0 });
    expect(touch.sentences).to.deep.equal(['The balance: €\u00a0560.00 on 2 Apr instead of €\u00a0560.00 on 29 Mar.']);
    expect(use.touches.find(({ id }) => id === second.id)!.own).to.equal(true);

    const chosen = [{ id: first.id, seen: touch.seen }];
    const applied = await app.applyTerms({ termsId: 'rental', version: 2, bookings: chosen });
    expect(applied).to.deep.equal({ ok: true, value: { applied: [{ id: first.id, told: true }], refused: [] } });
    expect((await first.stands()).parts[1]!.due).to.equal('2027-04-02');
    expect((await second.stands()).parts[1]!.due).to.equal('2027-03-29');
    expect((await first.mails(1))[0]).to.include('has changed');
    const again = await app.applyTerms({ termsId: 'rental', version: 2, bookings: chosen });
    expect(again.ok && again.value.applied).to.deep.equal([{ id: first.id, told: true }]);
    expect((await first.stands()).ledger.changes, 'a repeat changes nothing more').to.have.length(1);
  });

  it('one booking that cannot be changed does not stop the others', async () => {
    const booking = await bookingOf(app);
    await publishRental(laterBalance);
    const bookings = [
      { id: 'nobody', seen: 1 },
      { id: booking.id, seen: 999 },
      { id: booking.id, seen: 1 },
    ];
    const applied = await app.applyTerms({ termsId: 'rental', version: 2, bookings });
    expect(applied.ok && applied.value).to.deep.equal({
      applied: [{ id: booking.id, told: true }],
      refused: [
        { id: 'nobody', code: 'booking_not_found' },
        { id: booking.id, code: 'booking_changed' },
      ],
    });
    expect(codeOf(await app.applyTerms({ termsId: 'rental', version: 7, bookings }))).to.equal('terms_not_found');
  });
});

describe('services', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());
  const rig = {
    id: null,
    requestKey: randomUUID(),
    name: 'Imaging rig',
    kind: 'rental' as const,
    currency: 'EUR',
    termsId: 'rental',
    basis: 'day' as const,
    unitPrice: minor(80_00),
    included: 'Mount and camera.',
    extras: [{ id: 'heater', label: 'Dew heater', unitPrice: minor(12_00), most: 2 }],
    taxMode: 'exclusive' as const,
    taxCodes: ['VAT'],
    colour: 'blue' as const,
    retired: false,
    booking: null,
  };
  const made = async (): Promise<string> => {
    const saved = await app.saveService(rig);
    if (!saved.ok) throw new Error(saved.refusal.code);
    return saved.value.id;
  };

  it('are made once for a request, changed, and retired; what is booked keeps its price', async () => {
    const id = await made();
    expect(await made(), 'a repeat').to.equal(id);
    const booked = await app.createBooking({
      requestKey: randomUUID(),
      clientName: 'Ines Valadar',
      clientEmail: 'ines@example.com',
      serviceId: id,
      title: 'Rig, 3 days',
      start: '2027-04-05T18:00' as WallTime,
      end: '2027-04-08T18:00' as WallTime,
      termsId: 'rental',
      lines: [{ id: 'service', label: 'Rig', quantity: '3' as Decimal, unitPrice: minor(80_00), taxes: ['VAT'] }],
    });
    expect(booked.ok).to.equal(true);
    expect((await app.saveService({ ...rig, id, unitPrice: minor(95_00), retired: true })).ok).to.equal(true);
    const view = booked.ok ? (await app.queries.booking(booked.value.number))! : null;
    expect(view!.agreed.total, '240.00 and 23 % on top').to.equal(295_20);
    expect((await app.queries.newBooking()).services.some((service) => service.id === id)).to.equal(false);
    expect(codeOf(await app.saveService({ ...rig, id, currency: 'USD' }))).to.equal('currency_in_use');
  });

  const refusals: [why: string, part: object, code: string][] = [
    ['a service that is not there', { id: 'none' }, 'service_not_found'],
    ['terms that are not there', { termsId: 'none' }, 'terms_not_found'],
    ['a tax that is not there', { taxCodes: ['GST'] }, 'tax_not_found'],
  ];
  for (const [why, part, code] of refusals)
    it(`refuse ${why}`, async () => expect(codeOf(await app.saveService({ ...rig, ...part }))).to.equal(code));

  it('are changed many at once, all or none', async () => {
    const id = await made();
    const changed = await app.changeServices({
      ids: [id, 'rental'],
      raise: { percent: '7.5' as Decimal, down: false },
      colour: 'moss',
    });
    expect(changed).to.deep.equal({ ok: true, value: { changed: 2 } });
    const { services } = await app.queries.services();
    expect(services.find((service) => service.id === id)).to.include({ unitPrice: 86_00, colour: 'moss' });
    await app.changeServices({ ids: [id], raise: { percent: '200' as Decimal, down: true } });
    expect((await app.queries.services()).services.find((service) => service.id === id)!.unitPrice).to.equal(0);
    const none = await app.changeServices({ ids: [id, 'none'], retired: true });
    expect(codeOf(none)).to.equal('service_not_found');
    expect((await app.queries.services()).services.find((service) => service.id === id)!.retired).to.equal(false);
  });

  it('taxes are saved whole, in their order; one that is carried stays; a booking keeps its rate', async () => {
    const taxes = [
      { code: 'CITY', label: 'City tax', rate: '5' as Decimal },
      { code: 'VAT', label: 'VAT', rate: '25' as Decimal },
    ];
    expect((await app.saveTaxes({ taxes })).ok).to.equal(true);
    expect((await app.queries.services()).taxes.map(({ code }) => code)).to.deep.equal(['CITY', 'VAT']);
    const saved = await Promise.all(Array.from({ length: 6 }, () => app.saveTaxes({ taxes })));
    expect(saved.map(({ ok }) => ok)).to.deep.equal(saved.map(() => true));
    const refused = await app.saveTaxes({ taxes: taxes.slice(0, 1) });
    expect(refused.ok ? null : refused.refusal).to.deep.equal({ code: 'tax_in_use', tax: 'VAT' });
  });

  it('a booking with a tax that is not there, or a price of nothing, is refused at its place', async () => {
    const about = {
      requestKey: randomUUID(),
      clientName: 'Ines',
      clientEmail: 'ines@example.com',
      serviceId: 'rental',
      title: 'x',
      start: '2027-04-05T18:00' as WallTime,
      end: '2027-04-08T18:00' as WallTime,
      termsId: 'rental',
    };
    const line = { id: 'a', label: 'a', quantity: '1' as Decimal, unitPrice: minor(5_00), taxes: ['NONE'] };
    expect(await app.createBooking({ ...about, lines: [line] })).to.deep.include({
      refusal: { code: 'tax_not_found', path: 'lines' },
    });
    expect(
      await app.createBooking({ ...about, lines: [{ ...line, quantity: '0' as Decimal, taxes: [] }] }),
    ).to.deep.include({
      refusal: { code: 'nothing_to_pay', path: 'lines' },
    });
  });
});
