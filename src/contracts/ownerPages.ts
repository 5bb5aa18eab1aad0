import type { Opening } from '#contracts/routes/rights';

/** The groups of the navigation, in their order. */
export const pageGroups = { day: 'The day', money: 'Money', rules: 'Rules', house: 'House' } as const;
type Group = keyof typeof pageGroups;

/** How a page is found: its place in the navigation where it has a group, and the words that the palette knows it by. */
export type PageEntry = {
  readonly label: string;
  readonly words: string;
  readonly group?: Group;
  /** What of the shell is counted beside it. */
  readonly counted?: 'decisions' | 'quotes' | 'closeOuts';
};
type OwnerPage = { readonly right: Opening; readonly entry?: PageEntry };

/**
 * The owner's pages, each once: who may open it, and how it is found. Navigation, palette and the guard at the door are
 * made from it; a view with an entry appears by its line here.
 */
export const ownerPages = {
  '/today': {
    right: 'bookings:see',
    entry: { label: 'Today', words: 'what needs a decision', group: 'day', counted: 'decisions' },
  },
  '/begin': {
    right: 'business:write',
    entry: { label: 'Begin', words: 'the first hour: offer, terms, ways to pay, look, a trial; clean books' },
  },
  '/bookings': {
    right: 'bookings:see',
    entry: { label: 'Bookings', words: 'find, filter, sort; client list', group: 'day' },
  },
  '/bookings/lanes': {
    right: 'bookings:see',
    entry: { label: 'Lanes', words: 'bookings over time, holds and their gaps' },
  },
  '/bookings/calendar': {
    right: 'bookings:see',
    entry: { label: 'Calendar', words: 'days, week, month; what is free by place' },
  },
  '/bookings/new': {
    right: 'bookings:make',
    entry: { label: 'New booking', words: 'for a client who called' },
  },
  '/bookings/[number]': { right: 'bookings:see' },
  '/bookings/[number]/change': { right: 'bookings:change' },
  '/quotes': {
    right: 'quotes:see',
    entry: { label: 'Quotes', words: 'what was offered', group: 'day', counted: 'quotes' },
  },
  '/quotes/[number]': { right: 'quotes:see' },
  '/quotes/[number]/agreement.pdf': { right: 'quotes:see' },
  '/quote-templates': {
    right: 'quotes:write',
    entry: { label: 'Templates and agreements', words: 'what quotes begin with, contract, signature' },
  },
  '/quote-templates/[id]': { right: 'quotes:write' },
  '/agreements/[id]': { right: 'quotes:write' },
  '/clients': {
    right: 'clients:see',
    entry: { label: 'Clients', words: 'people, companies, addresses, tax numbers, cards on file', group: 'day' },
  },
  '/clients/[id]': { right: 'clients:see' },
  '/close-out': {
    right: 'bookings:see',
    entry: {
      label: 'Close-out',
      words: 'decide on holds after the service: claim, damage, capture, release',
      group: 'day',
      counted: 'closeOuts',
    },
  },
  '/disputes': {
    right: 'bookings:see',
    entry: { label: 'Disputes', words: 'chargeback, bank takes a payment back, answer, evidence', group: 'money' },
  },
  '/disputes/[id]': { right: 'bookings:see' },
  '/credit': {
    right: 'credit:see',
    entry: {
      label: 'Requests',
      words: 'ask for a payment without a booking, payment link; gift vouchers, credit, house accounts',
      group: 'money',
    },
  },
  '/credit/new': {
    right: 'credit:write',
    entry: { label: 'Ask for a payment', words: 'request with lines, payment link, without a booking' },
  },
  '/invoices': {
    right: 'books:see',
    entry: { label: 'Invoices', words: 'invoices, credit notes, on account, overdue, numbers', group: 'money' },
  },
  '/journal': {
    right: 'books:see',
    entry: { label: 'Journal', words: 'books, entries, double-entry, accounts, export', group: 'money' },
  },
  '/journal/balances': {
    right: 'books:see',
    entry: { label: 'Trial balance', words: 'balances of accounts at a day, closing a period' },
  },
  '/journal/payouts': {
    right: 'books:see',
    entry: { label: 'Payouts', words: 'what processors paid out, fees, in the bank' },
  },
  '/journal/till': {
    right: 'books:see',
    entry: { label: 'Till', words: 'cash by day, count the till, over and short' },
  },
  '/journal/reports': {
    right: 'books:see',
    entry: {
      label: 'Reports',
      words: 'tax, VAT return, revenue by service, deposits owed, receivables by age, vouchers, fees, tips',
    },
  },
  '/services': {
    right: 'offer:write',
    entry: { label: 'Services', words: 'what can be booked, prices, extras, taxes, VAT', group: 'rules' },
  },
  '/terms': {
    right: 'terms:write',
    entry: {
      label: 'Terms',
      words: 'money rules that services share: deposit, instalments, hold, cancellation, reminders',
      group: 'rules',
    },
  },
  '/terms/[id]': { right: 'terms:write' },
  '/terms/[id]/bookings': { right: 'terms:write' },
  '/failures': {
    right: 'bookings:see',
    entry: {
      label: 'What does not get through',
      words: 'failed messages, requests, errands, events; try now, give up',
    },
  },
  '/messages': {
    right: 'messages:write',
    entry: { label: 'Messages', words: 'wording of letters to clients, and the outbox', group: 'rules' },
  },
  '/set-up': {
    right: 'business:write',
    entry: { label: 'Set-up', words: 'the business and all its settings', group: 'house' },
  },
  '/set-up/[chapter]': { right: 'business:write' },
  '/set-up/connected': { right: 'accounts:connect' },
  '/set-up/door': { right: 'own sign-in' },
  '/stand-ins': {
    right: 'stand-ins',
    entry: { label: 'Stand-ins', words: 'clock, card network, mailbox', group: 'house' },
  },
} as const satisfies Readonly<Record<string, OwnerPage>>;

export type OwnerPath = keyof typeof ownerPages;
/** The pages that can be found, as the palette lists them. */
export const foundPages = Object.entries(ownerPages as Readonly<Record<string, OwnerPage>>).flatMap(
  ([path, { entry }]) => (entry ? [{ path: path as OwnerPath, ...entry }] : []),
);
