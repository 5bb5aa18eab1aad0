import type { WantedJob } from '#core/jobs/wantedJobs';
import type { Instant } from '#core/calendar/instant';
import { changesOf, type JobRow } from '#server/jobs/plan/planJobs';
import { randomUUID } from 'node:crypto';

type Row = JobRow & { readonly id: string; readonly tries: number };

/** So many are claimed at once, and a claim holds so long: as the agenda does (server/jobs/run/claimDue.ts). */
const batch = 16;
const claimSeconds = 60;

/** What one booking has planned and done, in memory. */
export class AgendaInMemory {
  readonly #rows = new Map<string, Row>();

  constructor(readonly bookingId: string) {}

  get rows(): readonly Row[] {
    return [...this.#rows.values()];
  }

  #set(id: string, change: Partial<Row>): void {
    this.#rows.set(id, { ...this.#rows.get(id)!, ...change });
  }

  #add(row: JobRow): void {
    this.#rows.set(row.id, { ...row, tries: 0, pause: 0 });
  }

  /** Becomes what is wanted now. */
  plan(wanted: readonly WantedJob[]): void {
    const { added, moved, dropped } = changesOf(this.rows, wanted, 'bookingId', this.bookingId);
    for (const row of added) this.#add(row);
    for (const { id, at, errand } of moved) this.#set(id, { at, errand, state: 'waiting' });
    for (const id of dropped) this.#set(id, { state: 'dropped' });
  }

  /** One more, beside those that the standing wants. */
  add(errand: WantedJob): void {
    const { key, kind, at } = errand;
    this.#add({ id: randomUUID(), bookingId: this.bookingId, key, kind, at, errand, state: 'waiting' });
  }

  next(): Instant | null {
    let next: Instant | null = null;
    for (const { state, at } of this.#rows.values()) if (state === 'waiting' && (next === null || at < next)) next = at;
    return next;
  }

  claim(now: Instant): Row[] {
    const order = ({ at, key }: Row): string => `${at} ${key}`;
    const due = this.rows
      .filter(({ state, at }) => state === 'waiting' && at <= now)
      .sort((a, b) => (order(a) < order(b) ? -1 : 1))
      .slice(0, batch);
    for (const { id, tries } of due) this.#set(id, { state: 'claimed', tries: tries + 1, pause: claimSeconds });
    return due;
  }

  done(id: string, now: Instant): void {
    this.#set(id, { state: 'done', doneAt: now, pause: 0 });
  }

  dropped(id: string): void {
    this.#set(id, { state: 'dropped', pause: 0 });
  }

  later(id: string, at: Instant): void {
    this.#set(id, { state: 'waiting', at });
  }
}
