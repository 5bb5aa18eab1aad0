import type { Agreed } from '#core/bookings/agreed';
import type { Fact, FactOf } from '#core/bookings/facts';
import { payable, bookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { PriceInput } from '#core/price/price';
import type { CardBehaviour } from '#world/cardNetwork/testCards';
import { testNumber } from '#world/cardNetwork/testCards';
import { testBankAccount } from '#world/accounts/testBankAccounts';
import type { PaidThrough } from '../../e2e/client';
import { rentalAgreement, rentalDraft } from '../quoting';

/** What was asked for under a key of its own; asked again, with the same key, until it is answered. */
export type Asked = {
  readonly path: string;
  readonly body: object;
  /** Whether a repeat of it is told by its key: it must then change nothing. */
  readonly keyed: boolean;
  /** What the facts of its booking must tell once it was answered. */
  readonly tells?: { readonly booking: string; readonly fact: string };
  /** Takes note of what the answer gave. */
  readonly learns?: (answer: never) => void;
};

export type Known = {
  readonly bookings: { readonly id: string; readonly number: string; readonly total: number; link: string | null }[];
  readonly requests: { readonly id: string; readonly number: string }[];
  readonly vouchers: string[];
  readonly quotes: { readonly id: string; readonly number: string; edition: number; sent: boolean }[];
};

type Read = <T>(path: string) => Promise<T | null>;
type Token = (number: string, view: string) => Promise<string | null>;
type Chance = {
  readonly below: (limit: number) => number;
  readonly key: () => string;
  readonly now: () => Promise<string | null>;
};
type Deal = {
  readonly title: string;
  readonly price: PriceInput;
  readonly start: string;
  readonly end: string;
};
type Viewed = {
  readonly facts: readonly Fact[];
  readonly agreed: Agreed;
  readonly client: { readonly id: string; readonly name: string };
  readonly documents: { readonly documents: readonly { readonly number: string }[] };
};

const cards: readonly CardBehaviour[] = [
  'approves',
  'approves',
  'approves',
  'shortOnFile',
  'noRenewal',
  'lost',
  'disputesNotProvided',
  'disputesNotProvided',
  'opensAgain',
  'disputesClaims',
];

/** A day of the next weeks, as the business has it. */
const wall = (now: string, days: number, time: string): string =>
  `${new Date(Date.parse(now) + days * 86_400_000).toISOString().slice(0, 10)}T${time}`;

/** One thing that somebody asks of the application, chosen by chance from what there is. */
export async function something(
  known: Known,
  chance: Chance,
  outside: { readonly read: Read; readonly token: Token; readonly ways: readonly PaidThrough[] },
): Promise<Asked | null> {
  const { below, key } = chance;
  const pick = <T>(all: readonly T[]): T | undefined => all[below(Math.max(1, all.length))];
  const now = await chance.now();
  if (now === null) return null;
  // Much is asked of one booking in four, so that they are followed to their ends.
  const followed = known.bookings.filter((_, at) => at % 4 === 0).slice(-4);
  const booking = pick(below(2) === 0 ? followed : known.bookings.slice(-12));
  const create = (): Asked => {
    const total = (100 + below(9) * 50) * 100;
    const long = below(4) === 0 ? 21 : 1 + below(3);
    const from = below(3) === 0 ? below(25) : below(4);
    return {
      path: '/api/bookings/create',
      keyed: true,
      body: {
        requestKey: key(),
        clientName: `Client ${below(9999)}`,
        clientEmail: `client${below(40)}@example.com`,
        serviceId: 'travel',
        title: 'Travel telescope',
        start: wall(now, from, '18:00'),
        end: wall(now, from + long, '18:00'),
        lines: [{ id: 'service', label: 'Telescope', quantity: '1', unitPrice: total, taxes: ['VAT'] }],
        termsId: pick(['rental', 'rental', 'rental-long'] as const),
      },
      learns: (made: { id: string; number: string }) =>
        void known.bookings.push({ id: made.id, number: made.number, total, link: null }),
    };
  };
  if (!booking || (known.bookings.length < 4 && below(3) === 0)) return create();
  const { id: bookingId, number } = booking;
  const link = async (): Promise<Asked> => ({
    path: '/api/bookings/copy-link',
    keyed: false,
    body: { bookingId, requestKey: key() },
    learns: (made: { url: string }) => (booking.link = made.url.split('/').at(-1)!),
  });
  const pay = async (): Promise<Asked | null> => {
    if (!booking.link) return link();
    const way = outside.ways[below(5) === 0 ? 1 : 0]!;
    const typed = way.number.startsWith('9310')
      ? testNumber(pick(cards)!, below(1e6))
      : testBankAccount(pick(['settles', 'comesBack', 'recalled'] as const)!, below(1e6));
    const card = await outside.token(typed, way.view);
    const view = await outside.read<Viewed>(`/api/booking/${number}`);
    if (card === null || !view) return null;
    const current = bookingState(view.agreed, view.facts, now as Instant);
    const amount = payable(current).dueNow || current.position.outstanding;
    if (amount <= 0) return null;
    return {
      path: '/api/client/pay',
      keyed: true,
      body: { link: booking.link, attempt: key(), card, account: way.account, amount },
    };
  };
  const facts = async (): Promise<readonly Fact[]> =>
    (await outside.read<Viewed>(`/api/booking/${number}`))?.facts ?? [];
  const lastClaim = async () =>
    (await facts()).findLast((fact): fact is FactOf<'claimMade'> => fact.kind === 'claimMade');
  const lastReceipt = async () =>
    (await facts()).findLast((fact): fact is FactOf<'received'> => fact.kind === 'received');
  const closeOut = async (): Promise<Asked | null> =>
    (await facts()).some(({ kind }) => kind === 'delivered')
      ? {
          path: '/api/closing/close-out',
          keyed: false,
          body: {
            bookingId,
            claims: below(2) === 0 ? [] : [{ id: 'x', reason: 'Scratch', amount: 15_00 }],
            coverBalance: below(2) === 0,
          },
          tells: { booking: number, fact: 'closedOut' },
        }
      : null;
  const dispute = async (): Promise<Asked | null> => {
    const all = await outside.read<{ disputes: readonly { id: string; decidedAt: string | null }[] }>('/api/disputes');
    const open = pick((all?.disputes ?? []).filter(({ decidedAt }) => decidedAt === null));
    if (!open) return null;
    const of = { dispute: open.id, requestKey: key() };
    return below(3) === 0
      ? { path: '/api/disputes/give-in', keyed: true, body: of }
      : { path: '/api/disputes/answer', keyed: true, body: { ...of, word: 'It was as agreed.', pictures: [] } };
  };
  const onBooking = { bookingId, requestKey: key() };
  const doings: readonly (() => Promise<Asked | null> | Asked | null)[] = [
    create,
    ...Array.from({ length: 12 }, () => pay),
    link,
    () => ({
      path: '/api/paying/record',
      keyed: true,
      body: { ...onBooking, amount: (1 + below(40)) * 100, method: pick(['cash', 'transfer'] as const) },
    }),
    () => ({ path: '/api/paying/charge', keyed: true, body: onBooking }),
    () => ({ path: '/api/paying/ask', keyed: false, body: onBooking }),
    () =>
      below(3) === 0
        ? {
            path: '/api/bookings/cancel',
            keyed: false,
            body: { bookingId, by: pick(['client', 'business', 'no_show'] as const) },
            tells: { booking: number, fact: 'cancelled' },
          }
        : null,
    ...Array.from({ length: 8 }, () => closeOut),
    () => ({ path: '/api/closing/release-many', keyed: false, body: { bookingIds: [bookingId] } }),
    () => ({
      path: '/api/closing/brought-back',
      keyed: false,
      body: { bookingId, moment: wall(now, 0, '09:00') },
    }),
    () => ({ path: '/api/closing/not-back', keyed: false, body: { bookingId } }),
    async () => {
      const receipt = await lastReceipt();
      return receipt
        ? {
            path: '/api/closing/put-right',
            keyed: false,
            body: { bookingId, receiptId: receipt.receiptId, reason: 'Of another client' },
          }
        : null;
    },
    async () => {
      const claim = await lastClaim();
      return claim
        ? {
            path: '/api/closing/decide-claim',
            keyed: false,
            body: { bookingId, claimId: claim.claimId, amount: 10_00, note: 'Half of it.' },
          }
        : null;
    },
    async () => {
      const claim = await lastClaim();
      return claim && below(3) === 0
        ? { path: '/api/closing/withdraw-claim', keyed: false, body: { bookingId, claimId: claim.claimId } }
        : null;
    },
    () => {
      const said = { claimId: null, what: 'damage', reason: 'Scratch', amount: 25_00, restsOn: '', pictures: [] };
      return { path: '/api/closing/save-claim', keyed: true, body: { ...onBooking, ...said } };
    },
    async () => {
      const claim = await lastClaim();
      return claim
        ? { path: '/api/closing/take-claims', keyed: true, body: { ...onBooking, claimIds: [claim.claimId] } }
        : null;
    },
    async () => {
      const claim = await lastClaim();
      return claim && booking.link
        ? {
            path: '/api/client/answer-claim',
            keyed: false,
            body: {
              link: booking.link,
              claimId: claim.claimId,
              accept: below(2) === 0,
              seen: claim.amount,
              note: 'It was so before.',
            },
          }
        : null;
    },
    () => ({
      path: '/api/closing/give-courtesy',
      keyed: true,
      body: { ...onBooking, amount: (1 + below(9)) * 100, receiptId: null, reason: 'Cloudy' },
    }),
    () => ({
      path: '/api/closing/put-hold',
      keyed: true,
      body: { ...onBooking, amount: (50 + below(4) * 50) * 100, until: wall(now, 20, '').slice(0, 10), how: 'card' },
    }),
    dispute,
    async () => {
      const view = await outside.read<{ deal: Deal; seen: number }>(`/api/change/${number}`);
      if (!view) return null;
      const { title, price, start, end } = view.deal;
      const { taxMode, taxes, lines, discount } = price;
      const from = 1 + below(6);
      return {
        path: '/api/bookings/change',
        keyed: true,
        body: {
          ...onBooking,
          seen: view.seen,
          title,
          price: { taxMode, taxes, lines, ...(discount ? { discount } : {}) },
          ...(below(2) === 0
            ? { start, end: wall(`${end}:00Z`, 2, '18:00') } // longer
            : { start: wall(now, from, '18:00'), end: wall(now, from + 4, '18:00') }),
          giveBack: true,
          sure: true,
        },
      };
    },
    () => ({
      path: '/api/credit/sell-voucher',
      keyed: true,
      body: {
        requestKey: key(),
        amount: (20 + below(9) * 10) * 100,
        currency: 'EUR',
        method: pick(['cash', 'transfer'] as const),
        buyer: `Buyer ${below(99)}`,
        expiresAt: null,
      },
      learns: (made: { code: string | null }) => void (made.code === null || known.vouchers.push(made.code)),
    }),
    () => {
      const code = pick(known.vouchers);
      return code ? { path: '/api/credit/use-on-booking', keyed: true, body: { ...onBooking, code } } : null;
    },
    () => ({
      path: '/api/credit/create-request',
      keyed: true,
      body: {
        requestKey: key(),
        clientName: `Client ${below(99)}`,
        clientEmail: `client${below(40)}@example.com`,
        note: 'A talk at the school',
        currency: 'EUR',
        amount: (30 + below(9) * 10) * 100,
        smallest: null,
        expiresAt: null,
        send: below(2) === 0,
      },
      learns: (made: { id: string; number: string }) => void known.requests.push({ id: made.id, number: made.number }),
    }),
    () => {
      const request = pick(known.requests);
      return request
        ? {
            path: '/api/credit/record-request-payment',
            keyed: true,
            body: { requestId: request.id, requestKey: key(), amount: (5 + below(30)) * 100, method: 'transfer' },
          }
        : null;
    },
    () => ({
      path: '/api/quotes/create',
      keyed: true,
      body: { requestKey: key(), from: null },
      learns: (made: { id: string; number: string }) =>
        void known.quotes.push({ id: made.id, number: made.number, edition: 1, sent: false }),
    }),
    () => {
      const quote = pick(known.quotes);
      return quote
        ? {
            path: '/api/quotes/save',
            keyed: false,
            body: {
              quoteId: quote.id,
              edition: quote.edition,
              draft: rentalDraft({ serviceId: 'travel', agreement: rentalAgreement }),
            },
            learns: (kept: { edition: number }) => (quote.edition = kept.edition),
          }
        : null;
    },
    () => {
      const quote = pick(known.quotes.filter(({ edition }) => edition > 1));
      return quote
        ? {
            path: '/api/quotes/send',
            keyed: false,
            body: { quoteId: quote.id, edition: quote.edition, by: pick(['message', 'link'] as const) },
          }
        : null;
    },
    () => {
      const request = pick(known.requests);
      return request && below(3) === 0
        ? { path: '/api/credit/withdraw-request', keyed: false, body: { requestId: request.id } }
        : null;
    },
    async () => {
      const client = (await outside.read<Viewed>(`/api/booking/${number}`))?.client;
      return client
        ? { path: '/api/clients/erase', keyed: false, body: { clientId: client.id, name: client.name } }
        : null;
    },
    () => ({ path: '/api/documents/issue', keyed: true, body: onBooking }),
    async () => {
      const document = pick((await outside.read<Viewed>(`/api/booking/${number}`))?.documents.documents ?? []);
      return document
        ? {
            path: '/api/documents/credit',
            keyed: true,
            body: { ...onBooking, number: document.number, amount: (1 + below(20)) * 100 },
          }
        : null;
    },
  ];
  if (below(8) === 0) return dispute();
  if (below(3) === 0) return (await pay()) ?? (await closeOut());
  return (await pick(doings)!()) ?? null;
}
