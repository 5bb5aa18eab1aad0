import type { BusinessFace } from '#contracts/quotes/views';
import type { ServicesView } from '#contracts/catalogue/serviceViews';
import type { Shell } from '#contracts/bookings/views';
import type { PaymentMethodsView } from '#contracts/paymentMethods/views';
import type { SettingsView } from '#contracts/settings/settingsView';
import type { PlainDate } from '#core/calendar/days';
import type { WallTime } from '#core/calendar/wallTime';
import { taxMomentOn } from '#core/books/books';
import { localDate } from '#core/calendar/zoned';
import { taxMomentWords } from '#core/wording/booksWords';
import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { longWall } from '#core/wording/days';
import { weekInWords } from '#core/wording/weekWords';

/** Set-up's chapters with their addresses, and the words by which the palette finds what is set in them. */
export const chapters = {
  business: {
    title: 'The business',
    path: '/set-up/business',
    words: 'name, logo, colour, picture, e-mail for replies, address, country',
  },
  hours: { title: 'Opening hours', path: '/set-up/hours', words: 'open, closed, holidays, days that differ' },
  places: {
    title: 'People, rooms and stock',
    path: '/set-up/places',
    words: 'who and what is booked, places, units, capacity, away, in repair',
  },
  ways: {
    title: 'Ways to pay',
    path: '/set-up/ways',
    words: 'connect an account, processor, card, bank debit, transfer, cash, payout',
  },
  bookingPage: {
    title: 'Booking page',
    path: '/set-up/booking-page',
    words:
      'its address, in a page of your own, stop clients booking, a note on it, telephone number, vouchers sold online',
  },
  documents: {
    title: 'Invoices',
    path: '/set-up/documents',
    words: 'tax number, VAT number, IBAN, numbers of invoices, issued by themselves, on account, due days, letterhead',
  },
  books: {
    title: 'Tax and books',
    path: '/set-up/books',
    words:
      'tax at receipt or delivery, tax of kept sums and claims, tips of staff, account numbers and names, law by country, certified till',
  },
  told: {
    title: 'Who is told of what',
    path: '/set-up/told',
    words: 'messages to the business, colleagues, notifications of bookings, requests, payments',
  },
  writing: {
    title: 'Days and figures',
    path: '/set-up/writing',
    words: 'locale, date format, week begins on Sunday or Monday, 12 or 24 hours, decimal comma, currency sign',
  },
  door: {
    title: 'Sign-in and safety',
    path: '/set-up/door',
    words: 'password, second factor, sessions, asked again before a refund',
  },
} as const;
export type Chapter = keyof typeof chapters;

export type SetUpView = {
  readonly face: BusinessFace;
  readonly services: ServicesView;
  readonly bookingPage: string;
  readonly ways: PaymentMethodsView;
  readonly settings: SettingsView;
};

/** What the chapter of days and figures shows of itself. */
export const sampleDay = '2027-05-14' as PlainDate;
export const sampleWall = '2027-05-14T18:30' as WallTime;
export const sampleSum = minor(1_680_50);

const counted = (count: number, one: string, many: string): string[] =>
  count === 0 ? [] : [`${count} ${count === 1 ? one : many}`];
const listed = (pieces: readonly string[], nothing: string): string =>
  pieces.length > 0 ? pieces.join(', ') : nothing;

/** What holds now, a line for each chapter. */
export function chapterLines(
  { face, services, bookingPage, ways, settings }: SetUpView,
  shell: Shell,
): Record<Chapter, string> {
  const places = services.places.filter(({ retired }) => !retired);
  const of = (kind: string): number => places.filter((place) => place.kind === kind).length;
  const accounts = ways.accounts.filter(({ offered }) => offered);
  return {
    business: listed([face.name, face.email, ...(face.logo ? ['with a logo'] : ['no logo yet'])], ''),
    hours: listed(
      [weekInWords(services.hours.week), ...counted(services.hours.days.length, 'day differs', 'days differ')],
      '',
    ),
    places: listed(
      [
        ...counted(of('person'), 'person', 'people'),
        ...counted(of('room'), 'room', 'rooms'),
        ...counted(of('stock'), 'stock of units', 'stocks of units'),
      ],
      'nobody and nothing yet: what is booked takes no place',
    ),
    ways: listed(
      [...new Set(accounts.map(({ name, mode }) => (mode === 'test' ? `${name}, in test mode` : name)))],
      'no account is connected: clients can pay by transfer or in cash alone',
    ),
    bookingPage: shell.bookingStopped ? 'stopped: clients cannot book by themselves' : bookingPage,
    documents: listed(
      [
        settings.documents.seller.taxNumber ? `tax number ${settings.documents.seller.taxNumber}` : 'no tax number yet',
        settings.documents.settings.from === null ? 'issued by hand' : 'issued by themselves',
      ],
      '',
    ),
    books: `tax on deposits is due ${taxMomentWords[taxMomentOn(settings.books.books, localDate(shell.now, shell.business.timeZone))]}`,
    told: listed(
      settings.told.map(({ name, of }) => `${name} of ${of.length === 1 ? '1 thing' : `${of.length} things`}`),
      'nobody is written to; Today says what needs you',
    ),
    writing: `${longWall(sampleWall, sampleDay)}; ${formatMoney(sampleSum, shell.business.currency)}`,
    door: shell.person.email,
  };
}
