import type { PlainDate } from '#core/calendar/days';
import type { WallTime } from '#core/calendar/wallTime';
import { formatAmount, formatCount, formatMoney, formatPercent } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { longDate, longWall, shortDate } from '#core/wording/days';
import { type HouseStyle, usualStyle, writeAs, writtenTime } from '#core/wording/houseStyle';
import { expect } from 'chai';
import fc from 'fast-check';

const day = '2027-05-14' as PlainDate;
const wall = '2027-05-14T18:30' as WallTime;
const styles: Record<string, HouseStyle> = {
  usual: usualStyle,
  american: { order: 'mdy', weekStarts: 0, clock: 12, figures: 'comma', sign: 'before' },
  portuguese: { order: 'dmy', weekStarts: 1, clock: 24, figures: 'space', sign: 'after' },
  german: { order: 'dmy', weekStarts: 1, clock: 24, figures: 'point', sign: 'after' },
  swiss: { order: 'dmy', weekStarts: 1, clock: 24, figures: 'apostrophe', sign: 'before' },
  numbers: { order: 'ymd', weekStarts: 1, clock: 24, figures: 'comma', sign: 'before' },
};

describe('how a business writes', () => {
  afterEach(() => writeAs(usualStyle));
  const rows: [style: string, written: string[]][] = [
    ['usual', ['Fri 14 May', '14 May 2027', 'Fri 14 May, 18:30', '€\u00a01,680.50', '1,234']],
    ['american', ['Fri, May 14', 'May 14, 2027', 'Fri, May 14, 6:30 pm', '€\u00a01,680.50', '1,234']],
    ['portuguese', ['Fri 14 May', '14 May 2027', 'Fri 14 May, 18:30', '1\u00a0680,50\u00a0€', '1\u00a0234']],
    ['german', ['Fri 14 May', '14 May 2027', 'Fri 14 May, 18:30', '1.680,50\u00a0€', '1.234']],
    ['swiss', ['Fri 14 May', '14 May 2027', 'Fri 14 May, 18:30', '€\u00a01’680.50', '1’234']],
    ['numbers', ['Fri 05-14', '2027-05-14', 'Fri 05-14, 18:30', '€\u00a01,680.50', '1,234']],
  ];
  for (const [style, written] of rows)
    it(`${style}: ${written.join(' | ')}`, () => {
      writeAs(styles[style]!);
      expect([
        longDate(day, day),
        shortDate(day, '2026-01-01' as PlainDate),
        longWall(wall, day),
        formatMoney(minor(1_680_50), 'EUR'),
        formatCount(1234),
      ]).to.deep.equal(written);
    });

  it('has noon and midnight at twelve', () => {
    writeAs(styles.american!);
    expect(['00:00', '00:30', '11:59', '12:00', '23:05'].map(writtenTime)).to.deep.equal([
      '12:00 am',
      '12:30 am',
      '11:59 am',
      '12:00 pm',
      '11:05 pm',
    ]);
  });

  it('has percentages with its decimal mark', () => {
    expect(formatPercent('12.5')).to.equal('12.5 %');
    writeAs(styles.german!);
    expect([formatPercent('12.5'), formatPercent('30')]).to.deep.equal(['12,5 %', '30 %']);
  });

  const typed: [style: string, text: string, sum: number | null][] = [
    ['german', '1.680,50', 1_680_50],
    ['german', '1680,5', 1_680_50],
    ['german', '1.680', 1_680_00],
    ['german', '12.50', 12_50],
    ['german', '12,50 €', 12_50],
    ['german', '12,345', null],
    ['portuguese', '1 680,50 EUR', 1_680_50],
    ['swiss', "1'680.50", 1_680_50],
    ['usual', '12,50 €', null],
  ];
  for (const [style, text, sum] of typed)
    it(`${style}: ${text} is ${sum ?? 'none'}`, () => {
      writeAs(styles[style]!);
      expect(parseAmount(text, 'EUR')).to.equal(sum);
    });

  it('reads again whatever it wrote, in each style and currency', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(styles)),
        fc.constantFrom('EUR', 'JPY', 'KWD', 'XAF'),
        fc.integer({ min: 0, max: 10 ** 12 }),
        (style, currency, amount) => {
          writeAs(styles[style]!);
          expect(parseAmount(formatAmount(minor(amount), currency), currency)).to.equal(amount);
          expect(parseAmount(formatMoney(minor(amount), currency), currency)).to.equal(amount);
        },
      ),
    );
  });
});
