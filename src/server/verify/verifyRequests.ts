import { voucherSold } from '#core/journal/otherEntries';
import { entryForRequest } from '#core/journal/requestEntries';
import { minor } from '#core/money/minor';
import { factsOfRequests } from '#server/requests/requestFacts';
import type { Database } from '#server/database/database';
import { paymentRequests } from '#server/database/schema/credit';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { keptLineText, lineText } from '#server/verify/lineText';
import { type Difference, differs } from '#server/verify/differs';
import { asc, eq, gt, inArray } from 'drizzle-orm';

/** So many requests are looked up in one statement. */
const batch = 500;

/** The journal of each payment request equals what its facts append; of a voucher's, what disputes do. */
export async function verifyRequests(db: Database): Promise<Difference[]> {
  const found: Difference[] = [];
  let after = '';
  for (;;) {
    const requests = await db
      .select()
      .from(paymentRequests)
      .where(gt(paymentRequests.number, after))
      .orderBy(asc(paymentRequests.number))
      .limit(batch);
    if (requests.length === 0) return found;
    after = requests.at(-1)!.number;
    const told = await factsOfRequests(
      db,
      requests.map(({ id }) => id),
    );
    const rows = await db
      .select({ about: journalEntries.about, line: journalLines })
      .from(journalEntries)
      .innerJoin(journalLines, eq(journalLines.entrySeq, journalEntries.seq))
      .where(
        inArray(
          journalEntries.about,
          requests.map(({ number }) => number),
        ),
      );
    for (const { id, number, paper, voucher } of requests) {
      const kept = rows.filter(({ about }) => about === number).map(({ line }) => keptLineText(line));
      const computed = told
        .filter(({ requestId }) => requestId === id)
        .flatMap(({ fact }) => [
          ...(entryForRequest(fact, { ...paper, voucher: voucher !== null })?.lines ?? []),
          ...(voucher && fact.kind === 'paid' ? (voucherSold('card', minor(fact.amount))?.lines ?? []) : []),
        ])
        .map(lineText);
      found.push(...differs('journal of a request', number, kept.sort(), computed.sort()));
    }
  }
}
