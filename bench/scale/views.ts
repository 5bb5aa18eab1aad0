import type { StoryApp } from '#demo/asThemselves';
import { reportNames } from '#contracts/books/views';
import { type BookingsQuery, type BookingSort, mostCounted } from '#contracts/bookings/views';
import type { PlainDate } from '#core/calendar/days';

const list = (over: Partial<BookingsQuery>): BookingsQuery => ({
  search: '',
  stage: 'open',
  sort: 'start',
  descending: false,
  page: 0,
  ...over,
});
const day = (text: string): PlainDate => text as PlainDate;
const span = (from: string, to: string) => ({ from: day(from), to: day(to), search: '', stage: 'all' as const });

/** What an owner looks at, by the name that the table gives it. */
export const views = ({
  queries,
  books,
  creditView,
  free,
}: StoryApp): Readonly<Record<string, () => Promise<unknown>>> => ({
  'frame of every page': () => queries.shell({ name: '', email: '' }, true),
  Today: () => queries.today(),
  'Bookings, first page': () => queries.bookings(list({})),
  ...Object.fromEntries(
    (['next', 'client', 'total', 'outstanding', 'number'] satisfies BookingSort[]).map((sort) => [
      `Bookings, all by ${sort}`,
      () => queries.bookings(list({ sort, stage: 'all' })),
    ]),
  ),
  'Bookings, last page offered': () => queries.bookings(list({ stage: 'all', page: Math.ceil(mostCounted / 50) - 1 })),
  'Bookings, the last first': () => queries.bookings(list({ stage: 'all', descending: true })),
  'Bookings, a search': () => queries.bookings(list({ search: 'delacroix', stage: 'all' })),
  'Finding by a word': () => queries.find('delacroix'),
  'Calendar, a month': () => queries.calendarDays(span('2027-05-01', '2027-05-31')),
  'Lanes, five weeks': () => queries.lanes({ ...span('2027-05-07', '2027-06-11'), page: 0 }),
  // One of those that have grown with the data.
  'Lanes, a year': () => queries.lanes({ ...span('2026-01-01', '2026-12-31'), page: 0 }),
  'Close-out': () => queries.closeOuts(),
  'A booking': () => queries.booking('B-0047'),
  Messages: () => queries.messages(),
  Disputes: () => queries.disputes(),
  'Failed deliveries': () => queries.failures(),
  'Quotes, all': () => queries.quotes({ search: '', state: 'all' }),
  'Quotes, a search': () => queries.quotes({ search: 'dobson', state: 'all' }),
  Quotes: () => queries.quotes({ search: '', state: 'open' }),
  Clients: () => books.clients({}),
  'Clients, a search': () => books.clients({ search: 'delacroix' }),
  'Requests and vouchers': () => creditView(),
  Invoices: () => books.documents({}),
  'Invoices, credits': () => books.documents({ kind: 'credit' }),
  'Invoices, to be paid': () => books.documents({ kind: 'open' }),
  'Invoices, a search': () => books.documents({ search: 'delacroix' }),
  Journal: () => books.journal({}),
  'Journal, a search': () => books.journal({ text: 'B-0047' }),
  'Trial balance': () => books.trialBalance(day('2027-05-14')),
  Payouts: () => books.payouts(),
  Till: () => books.till(),
  ...Object.fromEntries(
    reportNames.map((name) => [
      `Report: ${name}`,
      () => books.report(name, { from: day('2027-04-01'), until: day('2027-04-30') }),
    ]),
  ),
  'A client, by a number': async () => books.client((await books.clients({ search: 'B-0047' })).clients[0]!.id),
  'A new booking': () => queries.newBooking(),
  Services: () => queries.services(),
  'What is free in a month': () =>
    free({ service: 'travel', from: day('2027-06-01'), to: day('2027-06-30'), count: 1 }),
});
