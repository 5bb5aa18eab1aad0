import type { Occasion } from '#core/jobs/wantedJobs';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import type { PlainDate } from '#core/calendar/days';
import type { SaidOfDocument } from '#core/wording/documentWords';
import type { LoadedBooking } from '#server/bookings/lockBooking';
import type { Tx } from '#server/database/database';
import type { documents } from '#server/database/schema/documents';
import { writeMessage } from '#server/mail/letters/writeMessage';

type Row = typeof documents.$inferSelect;

/** A message with a document attached has this cause, the document's id, and what tells a repeat from it. */
const causeOf = 'document:';
export const documentCause = (id: string): string => `${causeOf}${id}`;
export const documentOfCause = (cause: string): string | null =>
  cause.startsWith(causeOf) ? cause.split(':')[1]! : null;

/** Letters that say what a booking came to: its documents come with them, unless its bills go to somebody else. */
export const bringsDocuments: ReadonlySet<string> = new Set<Occasion>(['closedOut', 'cancelled']);

export const saidOf = ({ kind, number, total, dueDay, body }: Row): SaidOfDocument => ({
  kind,
  number,
  total,
  open: body.open,
  dueDay: dueDay as PlainDate | null,
  of: body.of?.number ?? null,
});

/** The document goes to whoever gets the client's bills. One letter for each. */
export async function writeDocumentLetter(
  tx: Tx,
  { newId }: { readonly newId: () => string },
  loaded: LoadedBooking,
  row: Row,
  now: Instant,
  { again = '', stillOpen }: { readonly again?: string; readonly stillOpen?: Minor } = {},
): Promise<string | null> {
  return writeMessage(tx, loaded, {
    id: newId(),
    cause: `${documentCause(row.id)}${again}`,
    occasion: 'document',
    part: null,
    document: stillOpen === undefined ? saidOf(row) : { ...saidOf(row), open: stillOpen, late: true },
    now,
  });
}
