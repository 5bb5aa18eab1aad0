import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { stories } from '../../../testing/stories';
import { booked, read, standingOf, told } from '../../../testing/story';

/**
 * Each story is a booking looked at at one moment; stories.txt says in the same notation what must be told of it:
 * `-` instalments, `=` the hold, `!` decisions, `>` the agenda, `#` the strip, `"` what the client reads, `~` the journal.
 */
const expected = new Map(
  readFileSync(new URL('../../../testing/stories.txt', import.meta.url), 'utf8')
    .split(/^## /m)
    .slice(1)
    .map((part) => {
      const [why, ...lines] = part.trimEnd().split('\n');
      return [why!, lines];
    }),
);

describe('bookings told from their facts', () => {
  for (const { why, facts, when, agreed } of stories)
    it(why, () => {
      const current = standingOf(facts, when, agreed);
      const lines = [
        ...told(current, facts),
        ...read(current).map((line) => `" ${line}`),
        ...booked(facts).map((line) => `~ ${line}`),
      ];
      expect(lines).to.deep.equal(expected.get(why));
    });
  it('every story that is written down is told', () =>
    expect([...expected.keys()]).to.deep.equal(stories.map(({ why }) => why)));
});
