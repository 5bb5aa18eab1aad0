import type { Vault } from '#server/vault';
import type { Clock, Mailbox, Adapters } from '#server/ports';
import type { About, Database, Report } from '#server/database/database';

/** What use cases are given; nothing in them reaches for the world by itself. */
export type Deps = {
  readonly db: Database;
  readonly clock: Clock;
  readonly adapters: Adapters;
  readonly mailbox: Mailbox;
  /** Told that a letter was committed. */
  readonly outbox: { readonly wake: () => void };
  /** Where clients reach this installation, without a slash at the end. */
  readonly baseUrl: string;
  /** For so many seconds of real time a letter that the owner sends by hand waits, and can be called back. */
  readonly undoSeconds: number;
  /** So many errands of different bookings are carried out side by side: one where the database has one connection. */
  readonly together: number;
  readonly newId: () => string;
  /** Seals what the database keeps for this installation alone. */
  readonly vault: Vault;
  /** A key that nobody else can compute, the same each time for one purpose and subject. */
  readonly keyOf: (purpose: string, subject: string) => string;
  /** Something failed that will be tried again, or needs a look. */
  readonly report: Report;
  /** What was done by itself: an intent answered, an errand carried out. Ids and states only. */
  readonly note: (what: string, about: About) => void;
};
