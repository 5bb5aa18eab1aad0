/** What happens without the business, and that its people can be told of. */
export const notifications = {
  booked: 'A client has booked',
  asked: 'A client asks for a booking, or for a change of one',
  paid: 'A payment came in',
  refused: 'A charge or a hold was refused',
  returned: 'A bank sent a payment back',
  disputed: 'A payment is disputed, or the bank has decided',
  claims: 'A client answers a claim',
  lapsed: 'A place was given back, because nothing was paid',
  quote: 'Something happened to a quote',
  voucher: 'A voucher was sold',
} as const;
export type Notification = keyof typeof notifications;

/** Who is told of what: people of the business, each with what they want to know. */
export type Notified = readonly {
  readonly name: string;
  readonly email: string;
  readonly of: readonly Notification[];
}[];
export const nobodyNotified: Notified = [];
/** What whoever has begun a business is told of, until they say otherwise. */
export const usuallyNotified: readonly Notification[] = [
  'booked',
  'asked',
  'returned',
  'disputed',
  'claims',
  'quote',
  'voucher',
];
