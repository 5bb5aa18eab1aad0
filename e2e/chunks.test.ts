import { chunksOf, gzipKilobytes } from '../testing/clientChunks';
import { expect } from 'chai';
import { readFileSync } from 'node:fs';

/**
 * What a client's phone loads before anybody clicks, in kB of 1024 bytes, compressed by gzip; React is 64.5 of each. More
 * than this needs a reason, said here: the offer weighed 113.7 before it had ways to pay, and 116.2 with them; the booking
 * page and the offer gained 0.9 when a cancellation's steps came to be told from the moment of reading on, and lost as much
 * when what a booking asks of its owner was computed where that is shown alone. The booking page gained 0.9 and the offer
 * 0.3 with the one field for days: what several pages share is cut into more pieces, and those compress a little less well.
 * How a business writes days and figures is half a kB of each page; the booking page has 1.5 more for headings, pictures,
 * words, a telephone number and prices with their taxes. The field for days is fetched where an agreement asks for one;
 * the offer has 0.6 of its own for fetching it. The booking page has 0.2 more since the ledger knows what refundable deposits
 * and the tax of receipts stand at: the preview of a plan is made by the same computation as the books. Saying for whom an
 * invoice is, is fetched when it is asked for; what fetches it weighs 1.2 where nothing else is fetched so (a cart), 0.7 on
 * the offer. A payment request has lines with taxes, parts, a tip and papers since: 3 more. What comes after the service is
 * read by the same ledger as a plan's preview, and an agreement has its words about claims, withdrawal and each purpose of
 * a consent: 3.7 on the booking page, 4.5 on the offer; the client's page fetches its claims where there are some. An offer
 * works out what a damage waiver changes as it is chosen: 0.4. A cart says that its payment was sent where nobody has answered yet: 0.4. Offsets of zones are read from the platform since, in place
 * of a package of 21: where that had been, all of it is gone; the client's page and the code gained 0.4 by how what is
 * shared is cut. Routes of a subject are one file since: a payment request knows the paths of a client's page (0.1).
 */
const budgets: readonly (readonly [island: string, page: string, kilobytes: number])[] = [
  ['BookPage', 'the booking page', 107],
  ['CheckoutPage', 'the payment of a cart', 88],
  ['QuotePage', 'the offer', 108],
  ['ClientPage', 'the client’s page', 89.5],
  ['AllBookings', 'all bookings of a client', 73.5],
  ['CodePage', 'the code for a new device', 75.5],
  ['RequestPage', 'a payment request', 83.6],
  ['VoucherPage', 'the order of a voucher', 84],
];

/**
 * The same of the owner's pages: what a view shows at first. Dialogs, the palette, small calendars and chapters that are
 * not open are fetched when they are wanted (`islands/parts/lazyComponent.tsx`).
 */
const ownersBudgets: Readonly<Record<string, number>> = {
  CalendarPage: 116,
  ClientsPage: 123,
  BookingsPage: 138,
  SetUpPage: 119,
  HoursPage: 166,
  ServicesPage: 145,
  TodayPage: 151,
  LanesPage: 157,
  InvoicesPage: 163,
  JournalPage: 164,
  MessagesPage: 175,
  ClientWholePage: 175,
  BookingPage: 222.6,
  CloseOutPage: 137,
  NewBookingPage: 247,
  QuoteEditorPage: 258,
};

/** What never goes to a client's phone, by words of theirs that a build keeps. */
const kept = { mantine: /mantine/i, zod: /\b_zod\b/, query: /QueryClient|queryCache/, server: /drizzle|pglite/i };

const has = (island: string, mark: RegExp): boolean => chunksOf(island).some(({ text }) => mark.test(text));

describe('what a client’s phone loads', () => {
  for (const [island, page, most] of budgets) {
    it(`${page}: at most ${most} kB`, () => expect(gzipKilobytes(chunksOf(island))).to.be.at.most(most));
    for (const [name, mark] of Object.entries(kept))
      it(`${page}: nothing of ${name}`, () => expect(has(island, mark)).to.equal(false));
  }
  it('the marks are marks: they are found where these are', () => {
    expect(has('TodayPage', kept.mantine)).to.equal(true);
    expect(has('TodayPage', kept.query)).to.equal(true);
    expect(kept.zod.test(readFileSync('node_modules/zod/v4/core/core.js', 'utf8'))).to.equal(true);
  });
});

describe('what an owner’s page loads before anything is opened', () => {
  for (const [island, most] of Object.entries(ownersBudgets))
    it(`${island}: at most ${most} kB`, () => expect(gzipKilobytes(chunksOf(island))).to.be.at.most(most));
});
