import { ownerPages, type OwnerPath } from '#contracts/ownerPages';
import type { Opening } from '#contracts/routes/rights';

const rightsOfOwnerPages = Object.fromEntries(Object.entries(ownerPages).map(([path, { right }]) => [path, right])) as {
  readonly [Path in OwnerPath]: (typeof ownerPages)[Path]['right'];
};

/** Who may open what is no route of the table: each page, and each endpoint with a body of its own, by its pattern. */
export const pageRights = {
  '/': 'bookings:see',
  ...rightsOfOwnerPages,
  // Where views stood before; they lead on.
  '/calendar': 'bookings:see',
  '/lanes': 'bookings:see',
  '/not-through': 'bookings:see',
  '/disputes/[id]/answer.pdf': 'bookings:see',
  '/bookings/[number]/evidence.pdf': 'bookings:see',
  '/documents/[number].pdf': 'books:see',
  '/documents/[number].xml': 'books:see',
  '/journal/export.[format]': 'books:see',
  '/journal/reports/[name].[as]': 'books:see',
  '/api/files': 'quotes:write',
  '/messages/preview': 'messages:write',
  // What the owner does at a stand-in, the counter's reader among it, is for who is signed in; clients meet the rest.
  '/stand-in/connect': 'accounts:connect',
  '/stand-in/agree': 'accounts:connect',
  '/stand-in/reader': 'stand-ins',
  '/stand-in/present': 'stand-ins',
  '/stand-in/answer': 'anybody',
  '/stand-in/bank/[secret]': 'anybody',
  '/stand-in/card': 'anybody',
  '/stand-in/tokens': 'anybody',
  // Clients come with a link of their own; what it opens on which device, the page itself looks at.
  '/b/[link]': 'anybody',
  '/b/[link]/all': 'anybody',
  '/b/[link]/agreement.pdf': 'anybody',
  '/b/[link]/calendar.ics': 'anybody',
  '/b/[link]/receipts/[number].pdf': 'anybody',
  '/b/[link]/documents/[number].pdf': 'anybody',
  '/b/[link]/transfer.svg': 'anybody',
  '/r/[link]/transfer.svg': 'anybody',
  '/r/[link]/documents/[number].pdf': 'anybody',
  '/q/[link]': 'anybody',
  '/q/[link]/agreement.pdf': 'anybody',
  '/r/[link]': 'anybody',
  '/book': 'anybody',
  '/book/pay/[key]': 'anybody',
  '/book/voucher': 'anybody',
  '/f/[id]': 'anybody',
  '/sign-in': 'anybody',
  '/new-password': 'anybody',
  '/enter': 'anybody',
  '/first-start': 'anybody',
  '/healthz': 'anybody',
  '/livez': 'anybody',
  '/readyz': 'anybody',
  '/metrics': 'anybody',
  '/api/auth/[...all]': 'anybody',
  '/api/demo/sign-in': 'anybody',
  // With a key that only somebody on the machine can make.
  '/api/backup': 'anybody',
  // Signed by the processor that sends them.
  '/api/events/[provider]': 'anybody',
} as const satisfies Readonly<Record<string, Opening>>;

/** Papers that a link opens: each takes a while to make, and a few are looked after at a time. */
export const strangersPapers: ReadonlySet<string> = new Set([
  '/b/[link]/agreement.pdf',
  '/b/[link]/calendar.ics',
  '/b/[link]/receipts/[number].pdf',
  '/b/[link]/documents/[number].pdf',
  '/b/[link]/transfer.svg',
  '/r/[link]/transfer.svg',
  '/r/[link]/documents/[number].pdf',
  '/q/[link]/agreement.pdf',
] satisfies (keyof typeof pageRights)[]);

/** The pattern under which the table of routes answers. */
export const tablePattern = '/api/[...route]';
