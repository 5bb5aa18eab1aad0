import type { Fact } from '#core/bookings/facts';
import { bookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { minor } from '#core/money/minor';
import { calendarFile } from '#server/formats/calendarFile';
import { starterTerms } from '#server/seed/starterTerms';
import { expect } from 'chai';

const agreed = {
  currency: 'EUR',
  timeZone: 'Europe/Lisbon',
  total: minor(1000_00),
  agreed: '2027-03-01T10:00' as WallTime,
  start: '2027-04-10T18:00' as WallTime, // summer time: 17:00 in UTC
  end: '2027-04-18T18:00' as WallTime,
  terms: starterTerms.find((terms) => terms.id === 'rental')!.rules,
};
const at = '2027-03-01T10:00:00Z' as Instant;
const start: Fact = { kind: 'agreed', at, by: 'client' };
const cancelled: Fact = {
  kind: 'cancelled',
  at,
  by: 'client',
  rule: 'grace',
  keep: minor(0),
  refund: minor(0),
  owed: minor(0),
};
/** Lines that were folded are made whole again (RFC 5545, 3.1). */
const linesOf = (facts: readonly Fact[], title = 'Telescope', changes = 0): string[] =>
  calendarFile(
    bookingState(agreed, facts, at),
    { id: 'b1', number: 'B-0001', title },
    { url: 'https://o.example.com', changes },
  )
    .replace(/\r\n[ \t]/g, '')
    .split('\r\n');

describe('a booking as a calendar file', () => {
  it('has the service in UTC, whatever zone it is in', () => {
    const lines = linesOf([start]);
    expect(lines[0]).to.equal('BEGIN:VCALENDAR');
    expect(lines).to.include.members(['DTSTART:20270410T170000Z', 'DTEND:20270418T170000Z', 'SUMMARY:Telescope']);
    expect(lines).to.include('UID:b1@o.example.com').and.include('STATUS:CONFIRMED');
  });
  it('has each later day on which money is due, as a whole day, with its sum', () => {
    const lines = linesOf([start]);
    expect(lines.filter((line) => line === 'BEGIN:VEVENT')).to.have.length(2);
    expect(lines).to.include('DTSTART;VALUE=DATE:20270403');
    expect(lines.join('\n')).to.include('€\u00a0700.00 balance');
  });
  it('a later file replaces the earlier one', () => {
    expect(linesOf([start], 'Telescope', 2))
      .to.include('SEQUENCE:2')
      .and.include('UID:b1@o.example.com');
  });
  it('what was cancelled says so, and asks for nothing', () => {
    const lines = linesOf([start, cancelled]);
    expect(lines).to.include('STATUS:CANCELLED');
    expect(lines.filter((line) => line === 'BEGIN:VEVENT')).to.have.length(1);
  });
  it('a title cannot end its line or begin another', () => {
    const lines = linesOf([start], 'A, b; c\\d\r\nATTACH:https://evil.example.com');
    expect(lines).to.include('SUMMARY:A\\, b\\; c\\\\d\\nATTACH:https://evil.example.com');
    expect(lines.some((line) => line.startsWith('ATTACH'))).to.equal(false);
  });
});
