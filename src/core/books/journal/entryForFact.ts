import type { Ledger } from '#core/bookings/ledger';
import type { FactWithoutPersonalData } from '#core/factCodec/personalData';
import type { JournalEntry } from '#core/books/journal/entry';
import { firstRules } from '#core/books/journal/firstRules';
import { secondRules } from '#core/books/journal/secondRules';

/** The version of the posting rules that entries are made under now; what an older one made stays as it was. */
export const postingRules = 2;

type Posting = (fact: FactWithoutPersonalData, before: Ledger) => JournalEntry | null;

/** By version. A change of the rules is another one, and never a rewriting of these. */
const versions: Readonly<Record<number, Posting>> = { 1: firstRules, 2: secondRules };

/**
 * The balanced entry that a fact appends under a version of the posting rules: what `verify` compares an entry of that
 * time with.
 * @throws {Error} for a version that this program does not know
 */
export function entryUnder(rules: number, fact: FactWithoutPersonalData, before: Ledger): JournalEntry | null {
  const post = versions[rules];
  if (!post) throw new Error(`entries under posting rules ${rules}, and this program knows ${postingRules} of them`);
  return post(fact, before);
}

/**
 * The balanced entry that a fact appends now, or null where no money moves (docs/rules/journal.md).
 * @param before the ledger of the facts that came earlier: it tells a payment before the service from one after
 */
export const entryForFact: Posting = (fact, before) => entryUnder(postingRules, fact, before);
