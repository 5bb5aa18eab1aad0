import type { TimeOfDay } from '#core/calendar/wallTime';
import type { PlainDate } from '#core/calendar/days';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';
import { TermsIn } from '#contracts/catalogue/terms';
import { draftOf, type TermsDraft } from '#islands/catalogue/terms/draft';
import { readDraft } from '#islands/catalogue/terms/readDraft';
import { changed, redone, undoable, undone } from '#islands/catalogue/terms/undoable';
import { starterTerms } from '#server/seed/starterTerms';
import { expect } from 'chai';

const none = new Map<string, unknown>();

/** Every rule that terms can have, at once. */
const everything: Terms = {
  collectAt: '08:15' as TimeOfDay,
  instalments: [
    {
      name: 'deposit',
      collect: 'ask',
      amount: { percent: '12.5' as Decimal },
      due: { on: 'agreement', plus: { weeks: 2 } },
    },
    { name: 'middle', collect: 'desk', amount: { fixed: minor(120_50) }, due: { on: 'midway' } },
    { name: 'date', collect: 'ask', amount: { share: 2 }, due: { date: '2027-08-01' as PlainDate } },
    { name: 'later', collect: 'charge', amount: { share: 3 }, due: { on: 'end', minus: { months: 1 } } },
    { name: 'open', collect: 'ask', amount: { share: 1 }, due: { open: true } },
  ],
  firstPayment: { required: false, preset: 'all' },
  payAllDiscount: '3' as Decimal,
  hold: {
    amount: { percent: '50' as Decimal },
    place: { on: 'agreement', plus: { hours: 6 } },
    keep: { on: 'end', plus: { weeks: 1 } },
    validFor: { hours: 720 },
    renewValidFor: { hours: 100 },
    margin: { hours: 24 },
    style: 'swap',
  },
  chargeInstead: { above: 3 },
  holdCoversBalance: true,
  holdCoversKeep: true,
  cancellation: {
    tiers: [
      { notice: { months: 1 }, keep: { received: true } },
      { notice: { hours: 36 }, keep: { fixed: minor(80_00) } },
    ],
    grace: { within: { hours: 24 }, notice: { days: 7 } },
    keepAtLeast: { fixed: minor(25_00) },
    noShow: { percent: '90' as Decimal },
  },
  graceDays: 4,
  reminders: [
    { weeks: 1, when: 'before', at: '18:30' as TimeOfDay, text: 'Clear skies ahead.' },
    { months: 1, when: 'after' },
  ],
  retryAfterHours: [12, 48, 96],
  minimum: { fixed: minor(50_00) },
  fee: { percent: '1.5' as Decimal, fixed: minor(25), mode: 'cover', country: 'CH' },
  ways: ['card', 'transfer'],
  lapseAfterHours: 72,
};

describe('terms being written', () => {
  for (const { name, rules } of [...starterTerms, { name: 'everything', rules: everything }])
    it(`read back as they are: ${name}`, () => {
      const { terms, faults } = readDraft(draftOf(name, rules, 'EUR'), 'EUR', none);
      expect(faults).to.deep.equal({});
      expect(terms).to.deep.equal(JSON.parse(JSON.stringify(rules)));
      expect(TermsIn.safeParse(terms).success).to.equal(true);
    });

  const base = draftOf('t', everything, 'EUR');
  const good = readDraft(base, 'EUR', none).good;
  const first = base.instalments[0]!;
  const halves: [why: string, draft: TermsDraft, fault: string, still: (terms: Terms) => unknown, as: unknown][] = [
    [
      'a percentage without a number',
      { ...base, instalments: [{ ...first, amount: '' }, ...base.instalments.slice(1)] },
      'i1.amount',
      (terms) => terms.instalments[0]!.amount,
      { percent: '12.5' },
    ],
    [
      'a date that is not there',
      { ...base, instalments: [{ ...first, dueOn: 'date', date: '2027-02-30' }, ...base.instalments.slice(1)] },
      'i1.date',
      (terms) => terms.instalments[0]!.due,
      { on: 'agreement', plus: { weeks: 2 } },
    ],
    [
      'a hold renewed before it is placed',
      { ...base, hold: { ...base.hold, margin: '100' } },
      'hold.margin',
      (terms) => terms.hold?.margin,
      { hours: 24 },
    ],
    [
      'a sum with words in it',
      { ...base, keepAtLeast: { kind: 'fixed', amount: 'some' } },
      'keepAtLeast.keep',
      (terms) => terms.cancellation.keepAtLeast,
      { fixed: 25_00 },
    ],
    ['half a time', { ...base, collectAt: '8:' }, 'collectAt.time', (terms) => terms.collectAt, '08:15'],
    [
      'tries with a word',
      { ...base, retries: '12, soon' },
      'retries.hours',
      (terms) => terms.retryAfterHours,
      [12, 48, 96],
    ],
    [
      'a reminder at no time',
      { ...base, reminders: [{ ...base.reminders[0]!, at: '25:00' }] },
      'r1.at',
      (terms) => terms.reminders[0]!.at,
      '18:30',
    ],
    [
      'a country of three letters',
      { ...base, fee: { ...base.fee!, country: 'CHE' } },
      'fee.country',
      (t) => t.fee?.country,
      'CH',
    ],
  ];
  for (const [why, draft, fault, still, as] of halves)
    it(`keeps the last good effect: ${why}`, () => {
      const read = readDraft(draft, 'EUR', good);
      expect(read.faults).to.have.all.keys(fault);
      expect(still(read.terms)).to.deep.equal(as);
    });

  it('leaves out a rule that never was whole, and says what it lacks', () => {
    const fresh = { ...first, id: 'new', amount: '', name: '' };
    const read = readDraft({ ...base, instalments: [...base.instalments, fresh] }, 'EUR', good);
    expect(Object.keys(read.faults)).to.deep.equal(['new.name', 'new.amount']);
    expect(read.terms.instalments).to.have.length(5);
  });
});

describe('undo and redo', () => {
  it('takes typing in one field as one step, and comes back', () => {
    let history = changed(undoable('a'), 'ab', 'name');
    history = changed(history, 'abc', 'name');
    history = changed(history, 'abc!', 'other');
    expect(undone(history).present).to.equal('abc');
    expect(undone(undone(history)).present).to.equal('a');
    expect(undone(undone(undone(history))).present).to.equal('a');
    expect(redone(redone(undone(undone(history)))).present).to.equal('abc!');
    expect(redone(history).present).to.equal('abc!');
  });
  it('forgets the future when something else is written', () => {
    const history = changed(undone(changed(undoable(1), 2, 'x')), 3, 'x');
    expect(redone(history).present).to.equal(3);
    expect(undone(history).present).to.equal(1);
  });
});
