import { asThemselves } from '#demo/asThemselves';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { compose } from '#compose';
import { readConfig } from '#server/config';
import { openDatabase } from '#server/database/open';
import { bookings, covers, dueParts, facts, summaries } from '#server/database/schema/bookings';
import { jobs } from '#server/database/schema/work';
import { setUp } from '#server/seed/setUp';
import { starterTerms } from '#server/seed/starterTerms';
import { eq } from 'drizzle-orm';
import { join } from 'node:path';
import { say } from './measure';

const count = 2000;
const batch = 20;

/** A new version of terms applied to 2,000 bookings, against the bare writes of as many rows in as many transactions. */
export async function changes(parent: string): Promise<void> {
  const config = readConfig({ OSTENDO_DATA: join(parent, 'changes') });
  const opened = await openDatabase(config);
  const app = asThemselves(await compose(config, { opened, post: async () => ({ ok: true }) }));
  const { db } = opened;
  const now = '2027-03-01T10:00:00Z' as Instant;
  await app.world.clock.moveTo(now);
  const owner = {
    name: 'Bench',
    line: '',
    email: 'bench@example.com',
    timeZone: 'Europe/Lisbon',
    currency: 'EUR',
    taxRate: '23' as Decimal,
  };
  await db.transaction((tx) => setUp(tx, owner, now));
  for (let index = 0; index < count; index++) {
    const line = {
      id: 'a',
      label: 'Rental',
      quantity: '1' as Decimal,
      unitPrice: minor(80_000 + index),
      taxes: ['VAT'],
    };
    const made = await app.createBooking({
      requestKey: `bench-${String(index).padStart(5, '0')}`,
      clientName: 'Client',
      clientEmail: 'client@example.com',
      serviceId: 'rental',
      title: 'Rental',
      start: '2027-05-10T18:00' as WallTime,
      end: '2027-05-20T18:00' as WallTime,
      lines: [line],
      termsId: 'rental',
    });
    if (!made.ok) throw new Error(made.refusal.code);
  }
  const { name, rules } = starterTerms[0]!;
  const later = { ...rules.instalments[1]!, due: { on: 'start' as const, minus: { days: 5 } } };
  const second = { ...rules, instalments: [rules.instalments[0]!, later] };
  const published = await app.publishTerms({ termsId: 'rental', name, baseVersion: 1, rules: second });
  if (!published.ok) throw new Error(published.refusal.code);

  const looked = performance.now();
  const use = (await app.queries.termsUse('rental'))!;
  const compared = performance.now() - looked;
  const began = performance.now();
  for (let from = 0; from < use.touches.length; from += batch) {
    const chosen = use.touches.slice(from, from + batch).map(({ id, seen }) => ({ id, seen }));
    const done = await app.applyTerms({ termsId: 'rental', version: 2, bookings: chosen });
    if (!done.ok || done.value.refused.length > 0) throw new Error('a booking was refused');
  }
  const ours = performance.now() - began;

  const rows = await db.select().from(summaries);
  const start = performance.now();
  for (const row of rows) {
    await db.transaction(async (tx) => {
      const id = row.bookingId;
      await tx.update(bookings).set({ terms: second, termsVersion: 3 }).where(eq(bookings.id, id));
      await tx
        .insert(facts)
        .values({ bookingId: id, fact: { kind: 'seen', at: now, page: 'bench', actor: { kind: 'clock' } }, at: now });
      await tx.update(summaries).set(row).where(eq(summaries.bookingId, id));
      await tx.update(dueParts).set({ name: 'x' }).where(eq(dueParts.bookingId, id));
      await tx.update(covers).set({ inForce: 0 }).where(eq(covers.bookingId, id));
      await tx.update(jobs).set({ at: now }).where(eq(jobs.bookingId, id));
    });
  }
  const floor = performance.now() - start;
  say(`What a version would change for ${count.toLocaleString('en')} bookings`, `${compared.toFixed(0)} ms`);
  say(
    `A version applied to ${count.toLocaleString('en')} bookings, each told`,
    `${(ours / 1000).toFixed(1)} s, ${(ours / floor).toFixed(1)} times the bare writes (${(floor / 1000).toFixed(1)} s)`,
  );
  await app.close();
}
