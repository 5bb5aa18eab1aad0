import type { PlainDate } from '#core/calendar/days';

/** When money that comes before the service is invoiced: never, with each receipt, or as it is asked for. */
export const accountMoments = ['none', 'receipt', 'request'] as const;
export type AccountMoment = (typeof accountMoments)[number];

/** Which documents are issued by themselves, and how they are numbered. */
export type DocumentSettings = {
  /** What happened before this day is not invoiced by itself; null: nothing is. */
  readonly from: PlainDate | null;
  readonly onAccount: AccountMoment;
  /** A final invoice as soon as the service was delivered; else by hand. */
  readonly final: boolean;
  /** Sent to the client by message as it is issued. */
  readonly send: boolean;
  /** Days from issue in which what is open is to be paid. */
  readonly dueDays: number;
  /** Days after its day on which a payment request that is still open is asked for again, in order. */
  readonly remindDays: readonly number[];
  /** None is issued to a client without an address. */
  readonly addressNeeded: boolean;
  /** What stands before year and number. */
  readonly prefixes: { readonly invoice: string; readonly credit: string };
  /** The last lines of each document. */
  readonly note: string;
};

export const usualDocuments: DocumentSettings = {
  from: null,
  onAccount: 'none',
  final: true,
  send: true,
  dueDays: 14,
  remindDays: [3, 10, 21],
  addressNeeded: false,
  prefixes: { invoice: 'I', credit: 'C' },
  note: '',
};
