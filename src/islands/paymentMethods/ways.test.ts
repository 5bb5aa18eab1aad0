import type { AccountLine, ProviderLine } from '#contracts/paymentMethods/views';
import type { Instant } from '#core/calendar/instant';
import type { Decimal } from '#core/money/decimal';
import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { keptNow } from '#islands/clientPage/keptNow';
import { payProblem } from '#islands/payments/payProblem';
import { abilityWords, accountState, mismatchWords, uncovered } from '#islands/paymentMethods/accountWords';
import { problemSentence } from '#islands/format/problemSentence';
import { expect } from 'chai';

const now = '2027-05-14T08:12:00Z' as Instant;
const account = (over: Partial<AccountLine> = {}): AccountLine => ({
  id: 'a',
  provider: 'tarn',
  name: 'Tarn Cards',
  way: 'card',
  mode: 'live',
  currency: 'EUR',
  accessUntil: '2027-06-26T09:00:00Z' as Instant,
  failedAt: null,
  disconnected: false,
  offered: true,
  holds: 0,
  kept: 0,
  ...over,
});
const provider = (over: Partial<ProviderLine> = {}): ProviderLine => ({
  id: 'tarn',
  name: 'Tarn Cards',
  way: 'card',
  validHours: 168,
  captures: 'one',
  settleDays: 0,
  fee: { percent: '1.4' as Decimal, fixed: minor(25) },
  currencies: ['EUR'],
  ...over,
});
const services = [
  { name: 'Dome evening', currency: 'EUR' },
  { name: 'Remote telescope', currency: 'USD' },
  { name: 'Star party abroad', currency: 'GBP' },
];

describe('accounts in words', () => {
  const states: [why: string, about: Partial<AccountLine>, tone: string, said: string][] = [
    ['in use', {}, 'good', 'in use, access to Sat 26 Jun, renewed by itself'],
    ['disconnected', { disconnected: true, offered: false }, 'quiet', 'disconnected; money can still go back over it'],
    [
      'not renewed',
      { failedAt: '2027-05-13T09:00:00Z' as Instant },
      'bad',
      'its access is not renewed and ends on Sat 26 Jun; connect it again before',
    ],
    [
      'run out',
      { accessUntil: '2027-05-14T08:12:00Z' as Instant, offered: false },
      'bad',
      'its access ran out on Fri 14 May; connect it again',
    ],
    [
      'a test account beside live ones',
      { mode: 'test', offered: false },
      'quiet',
      'not offered while a live account is connected',
    ],
  ];
  for (const [why, about, tone, words] of states)
    it(why, () => expect(accountState(account(about), now, 'Europe/Lisbon')).to.deep.equal({ tone, words }));
  it('a disconnected one says that first, whatever else it is', () =>
    expect(accountState(account({ disconnected: true, failedAt: now, accessUntil: now }), now, 'UTC').tone).to.equal(
      'quiet',
    ));
});

describe('what processors can do, in words', () => {
  it('a card processor: its fee, how long it holds, how often it captures', () => {
    const fee = formatMoney(minor(25), 'EUR');
    expect(abilityWords(provider(), 'EUR')).to.equal(
      `1.4 % and ${fee} a payment, holds last 7 days, are captured once`,
    );
    expect(abilityWords(provider({ validHours: 720, captures: 'several' }), 'EUR')).to.include(
      'holds last 30 days, can be captured several times',
    );
  });
  it('a bank debit: when it counts, and nothing of holds', () => {
    const words = abilityWords(provider({ way: 'debit', settleDays: 4 }), 'EUR');
    expect(words).to.include('counts after 4 days, and may come back').and.not.include('hold');
  });
  it('a reader without a fixed fee', () => {
    const fee = { percent: '1.1' as Decimal, fixed: minor(0) };
    expect(abilityWords(provider({ way: 'reader', fee }), 'EUR')).to.equal('1.1 % a payment');
  });
});

describe('currencies that do not fit', () => {
  it('are named before an account is connected', () => {
    expect(mismatchWords('EUR', services)).to.equal(
      'Cannot take what is sold in another currency: Remote telescope (USD), Star party abroad (GBP).',
    );
    expect(mismatchWords('EUR', services.slice(0, 1))).to.equal(null);
    expect(mismatchWords('JPY', services)).to.equal(
      'No service is sold in JPY: nothing could be paid with this account.',
    );
  });
  it('many are counted', () => {
    const many = Array.from({ length: 5 }, (_, index) => ({ name: `Service ${index}`, currency: 'USD' }));
    expect(mismatchWords('EUR', [services[0]!, ...many])).to.include('and 2 more');
  });
  it('no services at all are no mismatch', () => expect(mismatchWords('EUR', [])).to.equal(null));
  it('what no account takes online is said, and a reader takes nothing online', () => {
    expect(uncovered({ accounts: [account()], services })).to.deep.equal(['USD', 'GBP']);
    const dollars = account({ currency: 'USD' });
    expect(uncovered({ accounts: [account(), dollars], services })).to.deep.equal(['GBP']);
    expect(uncovered({ accounts: [account({ way: 'reader' })], services })).to.include('EUR');
    expect(uncovered({ accounts: [account({ offered: false })], services })).to.include('EUR');
  });
});

describe('what is kept, as its client reads it', () => {
  const card = { last4: '7315' };
  const other = { last4: '1111' };
  const bank = { last4: '9911', way: 'debit' as const };
  const cases: [why: string, kept: Parameters<typeof keptNow>[0], said: string | null][] = [
    ['nothing', { card: null, holdCard: null }, null],
    ['one card without a hold', { card, holdCard: null }, 'The card ending in 7315 is kept for payments'],
    ['one for both', { card, holdCard: card }, 'The card ending in 7315 is kept for payments and the hold'],
    [
      'two cards',
      { card, holdCard: other },
      'The card ending in 7315 is kept for payments, the card ending in 1111 for the hold',
    ],
    [
      'a bank account beside a card',
      { card: bank, holdCard: card },
      'The bank account ending in 9911 is kept for payments, the card ending in 7315 for the hold',
    ],
    ['a card for the hold alone', { card: null, holdCard: card }, 'The card ending in 7315 for the hold'],
  ];
  for (const [why, kept, said] of cases) it(why, () => expect(keptNow(kept)).to.equal(said));
});

describe('problems with ways to pay, in sentences', () => {
  it('a house account says how much it takes and what stands open', () => {
    const said = problemSentence({ code: 'account_limit', detail: { limit: 500_00, used: 120_00 } }, 'EUR');
    expect(said)
      .to.include(formatMoney(minor(500_00), 'EUR'))
      .and.include(formatMoney(minor(120_00), 'EUR'));
  });
  for (const code of [
    'no_reader',
    'other_currency',
    'account_not_usable',
    'way_not_offered',
    'currency_not_taken',
  ] as const)
    it(`${code} has words of its own`, () =>
      expect(problemSentence({ code }, 'EUR')).to.not.equal(problemSentence({ code: 'try_again' }, 'EUR')));
  it('a client is told what to do', () => {
    expect(payProblem({ code: 'way_not_offered' }, 'EUR')).to.include('choose another');
    expect(payProblem({ code: 'declined', detail: { code: 'AC04' } }, 'EUR')).to.include('the bank account is closed');
  });
});
