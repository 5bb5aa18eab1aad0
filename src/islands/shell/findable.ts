import { foundPages } from '#contracts/ownerPages';
import { chapters } from '#islands/settings/chapters';

/** A line of the palette that leads somewhere. */
export type Findable = { readonly id: string; readonly label: string; readonly words: string; readonly path: string };

/** What is asked for in the trade's words and stands under another heading here. */
const elsewhere: readonly Findable[] = [
  {
    id: 'late',
    label: 'Late payments',
    words: 'bookings with something late, overdue, owed',
    path: '/bookings?stage=late',
  },
  { id: 'newTerms', label: 'New terms', words: 'rules as sentences, on an example', path: '/terms/new' },
  {
    id: 'giveBack',
    label: 'Give money back',
    words: 'refund: open the booking, then change its price or cancel it',
    path: '/bookings',
  },
  {
    id: 'receipts',
    label: 'Receipts',
    words: 'receipt, invoice: each payment has a receipt, on its booking and on the client’s page',
    path: '/bookings?stage=all',
  },
  {
    id: 'journal',
    label: 'Journal of a booking',
    words: 'books, accountant, export, entries: on the booking, beside its history',
    path: '/bookings?stage=all',
  },
];

const pages: readonly Findable[] = foundPages.map(({ path, label, words }) => ({ id: path, label, words, path }));
const settings: readonly Findable[] = Object.values(chapters).map(({ title, path, words }) => ({
  id: path,
  label: title,
  words,
  path,
}));

/** Everything that the palette leads to without asking the server, what is done most often first. */
export const findable: readonly Findable[] = [
  ...pages.filter(({ path }) => path === '/bookings/new'),
  ...pages.filter(({ path }) => path !== '/bookings/new'),
  ...elsewhere,
  ...settings,
];

/** Every word must begin a word of it, in any order: "sign saf" finds Sign-in and safety. */
export function fits(typed: string, ...texts: readonly string[]): boolean {
  const words = texts
    .join(' ')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u);
  const wanted = typed
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
  return wanted.every((each) => words.some((word) => word.startsWith(each)));
}
