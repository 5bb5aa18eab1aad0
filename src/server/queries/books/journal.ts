import { allAccounts } from '#server/journal/allAccounts';
import type { JournalQuery } from '#contracts/books/books';
import type { JournalEntryView, JournalPageView, TrialBalance } from '#contracts/books/views';
import type { PlainDate } from '#core/calendar/days';
import type { Database } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { paymentRequests } from '#server/database/schema/credit';
import { documents } from '#server/database/schema/documents';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { accountOf } from '#server/journal/accountOfLine';
import { balancesAt } from '#server/journal/sums';
import { and, asc, desc, eq, exists, gte, ilike, inArray, lte, ne, or, type SQL, sql } from 'drizzle-orm';

const pageSize = 50;

const like = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** A booking's or document's number, an entry's own, or words of its description. */
async function saying(db: Database, text: string): Promise<SQL | undefined> {
  const wanted = text.trim();
  if (wanted === '') return undefined;
  const [booking] = await db
    .select({ id: bookings.id })
    .from(bookings)
    .where(eq(bookings.number, wanted.toUpperCase()));
  const [document] = await db
    .select({ id: documents.bookingId, request: paymentRequests.number })
    .from(documents)
    .leftJoin(paymentRequests, eq(paymentRequests.id, documents.requestId))
    .where(eq(documents.number, wanted));
  const id = booking?.id ?? document?.id;
  if (id) return eq(journalEntries.bookingId, id);
  // Found by its index, before words are looked for.
  const about = document?.request ?? wanted;
  if ((await db.$count(journalEntries, and(eq(journalEntries.about, about), ne(journalEntries.about, '')))) > 0)
    return and(eq(journalEntries.about, about), ne(journalEntries.about, ''));
  if (/^\d{1,15}$/.test(wanted)) return eq(journalEntries.seq, Number(wanted));
  const named = db
    .select({ one: sql`1` })
    .from(bookings)
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(and(eq(bookings.id, journalEntries.bookingId), ilike(clients.name, like(wanted))));
  return or(ilike(journalEntries.description, like(wanted)), ilike(journalEntries.about, like(wanted)), exists(named));
}

/** Where the page begins: right before that entry, in the order of days. */
const before = ({ beforeDay, before: seq }: JournalQuery): SQL | undefined =>
  beforeDay === undefined || seq === undefined
    ? undefined
    : sql`(${journalEntries.day}, ${journalEntries.seq}) < (${beforeDay}, ${seq})`;

/** Lines of an account, of whichever processor; or of what stands apart for one. */
function lineOf(account: string): SQL | undefined {
  const own = sql`${journalLines.account} = ${account}`;
  const [root, name, ...processor] = account.split(':');
  if (processor.length === 0) return own;
  return and(sql`${journalLines.account} = ${`${root}:${name}`}`, eq(journalLines.processor, processor.join(':')));
}

/** Entries that move an account: found by its own index, so that a seldom used one is as quick as another. */
function ofAccount(db: Database, { account, from, until }: JournalQuery): SQL | undefined {
  if (!account) return undefined;
  const moved = db
    .select({ seq: journalLines.entrySeq })
    .from(journalLines)
    .where(
      and(
        lineOf(account),
        eq(journalLines.entrySeq, journalEntries.seq),
        from ? gte(journalLines.day, from as PlainDate) : undefined,
        until ? lte(journalLines.day, until as PlainDate) : undefined,
      ),
    );
  return exists(moved);
}

/** The newest entries first, a page at a time, each whole. */
export async function journalPage(db: Database, query: JournalQuery): Promise<JournalPageView> {
  const { accountNames, closedUntil } = await ownerRow(db);
  const { from, until } = query;
  const rows = await db
    .select({ entry: journalEntries, booking: bookings.number, client: clients.name })
    .from(journalEntries)
    .leftJoin(bookings, eq(bookings.id, journalEntries.bookingId))
    .leftJoin(clients, eq(clients.id, bookings.clientId))
    .where(
      and(
        from ? gte(journalEntries.day, from as PlainDate) : undefined,
        until ? lte(journalEntries.day, until as PlainDate) : undefined,
        ofAccount(db, query),
        before(query),
        await saying(db, query.text ?? ''),
      ),
    )
    .orderBy(desc(journalEntries.day), desc(journalEntries.seq))
    .limit(pageSize + 1);
  const shown = rows.slice(0, pageSize);
  const seqs = shown.map(({ entry }) => entry.seq);
  const lines =
    seqs.length === 0
      ? []
      : await db
          .select()
          .from(journalLines)
          .where(inArray(journalLines.entrySeq, seqs))
          .orderBy(asc(journalLines.entrySeq), asc(journalLines.line));
  const entries = shown.map(({ entry, booking, client }): JournalEntryView => {
    const own = lines.filter(({ entrySeq }) => entrySeq === entry.seq);
    return {
      seq: entry.seq,
      day: entry.day,
      at: entry.at,
      description: entry.description,
      booking,
      client,
      about: entry.about,
      factSeq: entry.factSeq,
      currency: own[0]?.currency ?? '',
      lines: own.map(({ amount, taxCode, ...line }) => ({ account: accountOf(line), amount, taxCode })),
    };
  });
  const last = shown.at(-1)?.entry;
  return {
    entries,
    next: rows.length > pageSize && last ? { beforeDay: last.day, before: String(last.seq) } : null,
    accountNames,
    accounts: await allAccounts(db),
    closedUntil,
  };
}

/** What every account adds up to at the end of a day: debits are positive, and all of them together nothing. */
export async function trialBalance(db: Database, day: PlainDate): Promise<TrialBalance> {
  const { accountNames } = await ownerRow(db);
  const balances = (await balancesAt(db, day))
    .map(({ currency, balance, ...line }) => ({ account: accountOf(line), currency, balance }))
    .sort((a, b) => inOrder(a.currency, b.currency) || inOrder(a.account, b.account));
  return { day, accountNames, balances };
}

const inOrder = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
