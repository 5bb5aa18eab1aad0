import { type OpenSpan, usualHours } from '#core/places/hours';
import { dayPutInto, groupsOfWeek, weekOfGroups } from '#core/places/week';
import type { TimeOfDay } from '#core/calendar/wallTime';
import { daysInWords, weekInWords } from '#core/wording/weekWords';
import { expect } from 'chai';

const span = (from: string, to: string): OpenSpan => ({ from: from as TimeOfDay, to: to as TimeOfDay });
const day = [span('10:00', '18:00')];
const split = [span('10:00', '13:00'), span('20:00', '02:00')];

describe('a week put together by its hours', () => {
  it('is the same week when it is taken apart again', () => {
    for (const week of [usualHours.week, [day, [], split, day, day, [], split], Array(7).fill([])])
      expect(weekOfGroups(groupsOfWeek(week))).to.deep.equal(week);
  });
  it('takes a day out of the group that held it', () => {
    const groups = groupsOfWeek([day, day, split, split, [], [], []]);
    expect(dayPutInto(groups, 1, 0).map(({ days }) => days)).to.deep.equal([[1], [0, 2, 3]]);
    expect(dayPutInto(groups, 0, 6).map(({ days }) => days)).to.deep.equal([
      [0, 1, 6],
      [2, 3],
    ]);
  });
  it('closes a day that is taken out of its own group', () =>
    expect(weekOfGroups(dayPutInto(groupsOfWeek([day, day, [], [], [], [], []]), 0, 1))[1]).to.deep.equal([]));

  const words: [why: string, days: number[], said: string][] = [
    ['nothing', [], ''],
    ['one', [2], 'Wed'],
    ['two beside each other', [0, 1], 'Mon and Tue'],
    ['three in a row', [4, 5, 6], 'Fri to Sun'],
    ['two runs', [0, 1, 2, 5, 6], 'Mon to Wed, Sat and Sun'],
    ['none beside another, in any order', [4, 0, 2], 'Mon, Wed and Fri'],
  ];
  for (const [why, days, said] of words) it(`is said: ${why}`, () => expect(daysInWords(days)).to.equal(said));

  it('is a line', () => {
    expect(weekInWords([[], day, day, day, day, day, day])).to.equal('Tue to Sun 10:00 to 18:00; Mon closed');
    expect(weekInWords([day, [], split, [], [], [], []])).to.equal(
      'Mon 10:00 to 18:00; Wed 10:00 to 13:00 and 20:00 to 02:00; Tue and Thu to Sun closed',
    );
    expect(weekInWords(Array(7).fill(day))).to.equal('every day 10:00 to 18:00');
    expect(weekInWords(Array(7).fill([]))).to.equal('closed on all days');
  });
});
