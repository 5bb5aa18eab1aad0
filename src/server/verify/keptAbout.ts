import type { JournalEntry } from '#core/books/journal/entry';
import type { Database } from '#server/database/database';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { type Difference, listDiffers } from '#server/verify/differs';
import { keptLineText, lineText } from '#server/verify/lineText';
import { and, eq, inArray, isNull } from 'drizzle-orm';

/** An entry that should be there, of what belongs to no booking. */
export type Expected = { readonly about: string; readonly entry: JournalEntry | null };
export type Compared = { readonly entries: number; readonly found: Difference[] };

/** So many subjects are looked up in one statement. */
export const pieceSize = 500;

const headOf = (about: string, description: string): string => `${about}: ${description}`;

/** Each line of the entries about these subjects, against those that should be there. @returns also how many entries there were */
export async function compareAbout(
  db: Database,
  what: string,
  abouts: readonly string[],
  expected: readonly Expected[],
): Promise<Compared> {
  const rows = await db
    .select({
      seq: journalEntries.seq,
      about: journalEntries.about,
      said: journalEntries.description,
      line: journalLines,
    })
    .from(journalEntries)
    .leftJoin(journalLines, eq(journalLines.entrySeq, journalEntries.seq))
    .where(and(isNull(journalEntries.bookingId), inArray(journalEntries.about, [...abouts])));
  const kept = rows.flatMap(({ about, said, line }) => (line ? [`${headOf(about, said)}: ${keptLineText(line)}`] : []));
  const computed = expected.flatMap(({ about, entry }) =>
    entry ? entry.lines.map((line) => `${headOf(about, entry.description)}: ${lineText(line)}`) : [],
  );
  return { entries: new Set(rows.map(({ seq }) => seq)).size, found: listDiffers(what, 'the journal', kept, computed) };
}
