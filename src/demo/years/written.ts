import type { PlainDate } from '#core/calendar/days';
import type { DemoBooking } from '#demo/scenario';
import type { Occupancy } from '#demo/years/places';
import type { LoadedBooking } from '#server/bookings/lockBooking';
import type { Made } from '#server/bookings/writeRecorded';
import type { cards, clients } from '#server/database/schema/clients';
import type { jobs, intents, messages, payouts } from '#server/database/schema/work';
import { type NewDocument, numberedAs, type NextNumber } from '#server/invoices/issue';
import type { NewEntry } from '#server/journal/appendEntry';
import type { authorisations, payments, requests, vault } from '#world/cardNetwork/tables';

/** A booking of which nothing is left to be done, with all that was. */
export type Over = {
  readonly loaded: LoadedBooking;
  readonly errands: readonly (typeof jobs.$inferInsert)[];
  readonly intents: readonly (typeof intents.$inferInsert)[];
  readonly occupancies: readonly Occupancy[];
};

/** What has come of lives since the piece before, in the order in which it happened. */
export type Piece = {
  readonly clients: (typeof clients.$inferSelect)[];
  readonly bookings: LoadedBooking['booking'][];
  readonly made: Made[];
  readonly entries: NewEntry[];
  readonly messages: (typeof messages.$inferInsert)[];
  readonly cards: (typeof cards.$inferInsert)[];
  readonly documents: NewDocument[];
  readonly over: Over[];
};

type Counter = { readonly series: string; readonly year: number; readonly last: number; readonly day: PlainDate };
/** What is known when all of them are over. */
export type Remains = {
  readonly stories: readonly DemoBooking[];
  readonly lastNumber: number;
  readonly counters: readonly Counter[];
  readonly payouts: readonly (typeof payouts.$inferInsert)[];
  readonly network: {
    readonly cards: readonly (typeof vault.$inferInsert)[];
    readonly requests: readonly (typeof requests.$inferInsert)[];
    readonly authorisations: readonly (typeof authorisations.$inferInsert)[];
    readonly payments: readonly (typeof payments.$inferInsert)[];
  };
};

const nothing = (): Piece => ({
  clients: [],
  bookings: [],
  made: [],
  entries: [],
  messages: [],
  cards: [],
  documents: [],
  over: [],
});

/** Gathers what comes of lives, and gives out numbers. */
export class Written {
  piece = nothing();
  readonly payouts: (typeof payouts.$inferInsert)[] = [];
  readonly counters = new Map<string, Counter>();

  constructor(public lastNumber: number) {}

  /** What was gathered since this was asked before. */
  take(): Piece {
    const { piece } = this;
    this.piece = nothing();
    return piece;
  }

  /** The next number of a series in its year. */
  readonly numberOf: NextNumber = async (series, prefix, today) => {
    const year = Number(today.slice(0, 4));
    const key = `${series} ${year}`;
    const before = this.counters.get(key) ?? { series, year, last: 0, day: today };
    const counter = { ...before, last: before.last + 1, day: today > before.day ? today : before.day };
    this.counters.set(key, counter);
    return numberedAs(series, prefix, today, counter.last, counter.day);
  };
}
