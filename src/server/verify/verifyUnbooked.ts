import type { Instant } from '#core/calendar/instant';
import { taxLeftOnVoucherOf } from '#core/credit/balances';
import { taxOnVoucher } from '#core/credit/voucherPurpose';
import {
  payoutBanked,
  payoutInBank,
  payoutMade,
  processorNamed,
  tillDifference,
  voucherExpired,
  voucherSold,
} from '#core/books/journal/otherEntries';
import type { FactWithoutPersonalData } from '#core/factCodec/personalData';
import { minor, zero } from '#core/money/minor';
import { type Database, rowsOf } from '#server/database/database';
import { facts } from '#server/database/schema/bookings';
import { paymentRequests, voucherEnds, vouchers } from '#server/database/schema/credit';
import { journalEntries, tillCounts } from '#server/database/schema/journal';
import { jobs, messages, payouts } from '#server/database/schema/work';
import { type Difference, differs } from '#server/verify/differs';
import { compareAbout, type Compared, type Expected, pieceSize } from '#server/verify/keptAbout';
import { aboutProcessors, leftUnnamed } from '#server/journal/leftUnnamed';
import { verifyRequests } from '#server/verify/verifyRequests';
import { and, asc, eq, gt, inArray, like, lte, notExists, sql } from 'drizzle-orm';

/**
 * Entries that belong to no booking: of requests, vouchers, payouts, counts of the till and processors of before. None is
 * there besides.
 */
export async function verifyUnbooked(db: Database): Promise<Difference[]> {
  const compared = [
    await verifyRequests(db),
    await vouchersBooked(db),
    await payoutsBooked(db),
    await tillBooked(db),
    await processorsNamed(db),
  ];
  const known = compared.reduce((count, { entries }) => count + entries, 0);
  const [row] = await rowsOf<{ count: string }>(
    db,
    sql`select count(*)::text as count from ${journalEntries} where ${journalEntries.bookingId} is null`,
  );
  const found = compared.flatMap((each) => each.found);
  // Where one is missing, that is said already.
  return found.length > 0
    ? found
    : differs('entries of nothing that is known', 'the journal', Number(row!.count), known);
}

async function inPieces(
  next: (after: string) => Promise<{ last: string; compared: Promise<Compared> } | null>,
): Promise<Compared> {
  const found: Difference[] = [];
  let entries = 0;
  for (let piece = await next(''); piece; piece = await next(piece.last)) {
    const compared = await piece.compared;
    entries += compared.entries;
    found.push(...compared.found);
  }
  return { entries, found };
}

const payoutsBooked = (db: Database): Promise<Compared> =>
  inPieces(async (after) => {
    const rows = await db.select().from(payouts).where(gt(payouts.id, after)).orderBy(asc(payouts.id)).limit(pieceSize);
    if (rows.length === 0) return null;
    const abouts = rows.map(({ id }) => id);
    const early = await db
      .select({ about: journalEntries.about })
      .from(journalEntries)
      .where(and(inArray(journalEntries.about, abouts), eq(journalEntries.rules, 1)));
    const straight = new Set(early.map(({ about }) => about));
    const expected = rows.flatMap(({ id: about, gross, fee, bankedAt }): Expected[] =>
      straight.has(about)
        ? [{ about, entry: payoutInBank(about, gross, fee) }]
        : [
            { about, entry: payoutMade(about, gross, fee) },
            ...(bankedAt ? [{ about, entry: payoutBanked(about, minor(gross - fee)) }] : []),
          ],
    );
    return { last: abouts.at(-1)!, compared: compareAbout(db, 'journal of a payout', abouts, expected) };
  });

/** What had no processor, and was one's. */
async function processorsNamed(db: Database): Promise<Compared> {
  const expected = (await leftUnnamed(db)).map(({ account, amount }): Expected => ({
    about: aboutProcessors,
    entry: processorNamed(account, minor(amount)),
  }));
  return compareAbout(db, 'journal of processors of before', [aboutProcessors], expected);
}

/** A count is booked about its note, and several may have the same. */
const tillBooked = (db: Database): Promise<Compared> =>
  inPieces(async (after) => {
    const notes = await db
      .selectDistinct({ note: sql<string>`'-' || ${tillCounts.note}` })
      .from(tillCounts)
      .where(sql`'-' || ${tillCounts.note} > ${after}`)
      .orderBy(sql`1`)
      .limit(pieceSize);
    if (notes.length === 0) return null;
    const abouts = notes.map(({ note }) => note.slice(1));
    const rows = await db.select().from(tillCounts).where(inArray(tillCounts.note, abouts));
    const expected = rows.map(({ note: about, counted, expected: before }) => ({
      about,
      entry: tillDifference(minor(counted - before)),
    }));
    return { last: notes.at(-1)!.note, compared: compareAbout(db, 'journal of a count', abouts, expected) };
  });

/** Vouchers are booked about their last letters, and several may have the same; one bought online as its request. */
const vouchersBooked = (db: Database): Promise<Compared> =>
  inPieces(async (after) => {
    const endings = await db
      .selectDistinct({ ending: vouchers.ending })
      .from(vouchers)
      .where(gt(vouchers.ending, after))
      .orderBy(asc(vouchers.ending))
      .limit(pieceSize);
    if (endings.length === 0) return null;
    const letters = endings.map(({ ending }) => ending);
    const rows = await db.select().from(vouchers).where(inArray(vouchers.ending, letters));
    const ids = rows.map(({ id }) => id);
    const ends = new Map(
      (await db.select().from(voucherEnds).where(inArray(voucherEnds.voucherId, ids))).map((end) => [
        end.voucherId,
        end,
      ]),
    );
    const expected: Expected[] = [];
    for (const { id, ending, requestId, method, amount, purpose } of rows) {
      const about = `voucher ending ${ending}`;
      if (requestId === null)
        expected.push({ about, entry: voucherSold(method, amount, taxOnVoucher(amount, purpose)) });
      const end = ends.get(id);
      if (!end) continue;
      const tax = purpose ? taxLeftOnVoucherOf(amount, purpose, await usesOf(db, id, end.at)) : zero;
      expected.push({ about, entry: voucherExpired(end.amount, tax) });
    }
    const abouts = letters.map((ending) => `voucher ending ${ending}`);
    return { last: letters.at(-1)!, compared: compareAbout(db, 'journal of a voucher', abouts, expected) };
  });

/** What had been done with a voucher until then. */
async function usesOf(db: Database, voucherId: string, until: Instant): Promise<FactWithoutPersonalData[]> {
  const rows = await db
    .select({ fact: facts.fact })
    .from(facts)
    .where(
      and(
        sql`${facts.fact}->>'voucherId' is not null and ${facts.fact}->>'voucherId' = ${voucherId}`,
        lte(facts.at, until),
      ),
    );
  return rows.map(({ fact }) => fact);
}

/** Every voucher that was bought online has the errand that sends it, and every later letter of a request its own. */
export async function verifyErrandsApart(db: Database): Promise<Difference[]> {
  const ofVoucher = db
    .select({ where: paymentRequests.number, key: sql<string>`'send'` })
    .from(vouchers)
    .innerJoin(paymentRequests, eq(paymentRequests.id, vouchers.requestId))
    .where(
      notExists(
        db
          .select({ one: sql`1` })
          .from(jobs)
          .where(eq(jobs.voucherId, vouchers.id)),
      ),
    );
  const done = and(eq(jobs.requestId, messages.requestId), eq(jobs.key, messages.cause), eq(jobs.state, 'done'));
  const ofRequest = db
    .select({ where: paymentRequests.number, key: messages.cause })
    .from(messages)
    .innerJoin(paymentRequests, eq(paymentRequests.id, messages.requestId))
    .where(
      and(
        like(messages.cause, 'overdue:%'),
        notExists(
          db
            .select({ one: sql`1` })
            .from(jobs)
            .where(done),
        ),
      ),
    );
  const lost = [...(await ofVoucher), ...(await ofRequest)];
  return lost.map(({ where, key }) => ({ what: 'errand', where, kept: null, computed: key }));
}
