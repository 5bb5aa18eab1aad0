import { voucherSold } from '#core/books/journal/otherEntries';
import { entryForRequest } from '#core/books/journal/requestEntries';
import { minor } from '#core/money/minor';
import { factsOfRequests } from '#server/paymentRequests/requestFacts';
import type { Database } from '#server/database/database';
import { paymentRequests } from '#server/database/schema/credit';
import { compareAbout, type Compared, type Expected, pieceSize } from '#server/verify/keptAbout';
import type { Difference } from '#server/verify/differs';
import { asc, gt } from 'drizzle-orm';

/** The journal of each payment request equals what its facts append; of a voucher's, what disputes do. */
export async function verifyRequests(db: Database): Promise<Compared> {
  const found: Difference[] = [];
  let entries = 0;
  let after = '';
  for (;;) {
    const requests = await db
      .select()
      .from(paymentRequests)
      .where(gt(paymentRequests.number, after))
      .orderBy(asc(paymentRequests.number))
      .limit(pieceSize);
    if (requests.length === 0) return { entries, found };
    after = requests.at(-1)!.number;
    const byId = new Map(requests.map((request) => [request.id, request]));
    const told = await factsOfRequests(db, [...byId.keys()]);
    const expected = told.flatMap(({ requestId, fact }): Expected[] => {
      const { number: about, paper, voucher } = byId.get(requestId)!;
      return [
        { about, entry: entryForRequest(fact, { ...paper, voucher: voucher !== null }) },
        ...(voucher && fact.kind === 'paid' ? [{ about, entry: voucherSold('card', minor(fact.amount)) }] : []),
      ];
    });
    const numbers = requests.map(({ number }) => number);
    const compared = await compareAbout(db, 'journal of a request', numbers, expected);
    entries += compared.entries;
    found.push(...compared.found);
  }
}
