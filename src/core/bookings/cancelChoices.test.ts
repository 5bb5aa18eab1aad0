import { cancelChoices } from '#core/bookings/cancellationOf';
import type { Instant } from '#core/calendar/instant';
import { expect } from 'chai';

const startAt = '2027-05-14T18:00:00Z' as Instant;
const endAt = '2027-05-16T10:00:00Z' as Instant;

describe('who can be meant to cancel', () => {
  const moments: [why: string, asOf: string, choices: string[]][] = [
    ['the day before', '2027-05-13T18:00:00Z', ['client', 'business']],
    ['a second before it begins', '2027-05-14T17:59:59Z', ['client', 'business']],
    ['as it begins', '2027-05-14T18:00:00Z', ['no_show', 'client', 'business']],
    ['as it ends', '2027-05-16T10:00:00Z', ['no_show']],
    ['two days after', '2027-05-18T10:00:00Z', ['no_show']],
  ];
  for (const [why, asOf, choices] of moments)
    it(why, () => expect(cancelChoices({ asOf: asOf as Instant, startAt, endAt })).to.deep.equal(choices));
});
