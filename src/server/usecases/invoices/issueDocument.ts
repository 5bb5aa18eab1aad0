import type { CreditDocument, InvoiceOnAccount, IssueDocument, SendDocument } from '#contracts/invoices/documents';
import type { Issued, WantedDocument } from '#core/invoices/documentsStanding';
import { byHand, pricesOf } from '#core/invoices/wantedDocuments';
import type { MissingForDocument } from '#core/invoices/missing';
import { ok, refuse, type Result } from '#core/result';
import { lockBooking } from '#server/bookings/lockBooking';
import type { Deps } from '#server/deps';
import { type NotFound, onBooking, type OpenBooking } from '#server/unitOfWork/onBooking';
import { documentsHeld } from '#server/database/schema/documents';
import { documentsOf, issueForBooking } from '#server/invoices/bookingDocuments';
import { readDocument } from '#server/invoices/readDocument';
import { lockRequest } from '#server/paymentRequests/requests';
import { writeRequestDocumentLetter } from '#server/mail/letters/writeRequestLetter';
import { writeDocumentLetter } from '#server/mail/letters/writeDocumentLetter';
import { eq } from 'drizzle-orm';

type Missing = { readonly code: 'document_data_missing'; readonly missing: readonly MissingForDocument[] };
type Numbers = { readonly numbers: readonly string[] };

/** Issues what was found on a locked booking; a repeat of the same request finds what it issued. */
const issuing =
  <Code extends string>(
    deps: Deps,
    find: (open: OpenBooking, issued: readonly Issued[]) => Result<readonly WantedDocument[], { readonly code: Code }>,
    /** What the rules of documents may refuse, by the field that they name. */
    refusals: (path: string) => Code,
  ) =>
  async (
    bookingId: string,
    requestKey: string,
  ): Promise<Result<Numbers, NotFound | Missing | { readonly code: Code }>> => {
    const result = await onBooking<Numbers, Missing | { readonly code: Code }>(deps, bookingId, async (open) => {
      const { tx, loaded, now } = open;
      const issued = await documentsOf(tx, bookingId);
      const before = issued.filter((document) => document.requestKey === requestKey);
      if (before.length > 0) return ok({ numbers: before.map(({ number }) => number) });
      const wanted = find(open, issued);
      if (!wanted.ok) return wanted;
      const made = await issueForBooking(tx, deps, loaded, wanted.value, { now, requestKey, earlier: issued });
      if (!made.ok) return refuse('missing' in made.refusal ? made.refusal : { code: refusals(made.refusal.path) });
      await tx.delete(documentsHeld).where(eq(documentsHeld.bookingId, bookingId));
      return ok({ numbers: made.value.map(({ number }) => number) });
    });
    if (result.ok) deps.outbox.wake();
    return result;
  };

/** Everything that follows from the booking's facts and was not issued: the invoice of the service, credits, what was kept. */
export const issueDocument =
  (deps: Deps) =>
  ({ bookingId, requestKey }: IssueDocument) =>
    issuing<'nothing_to_invoice'>(
      deps,
      ({ loaded: { facts, booking } }, issued) => {
        const wanted = byHand(facts, issued, { ...booking, key: requestKey });
        return wanted.length > 0 ? ok(wanted) : refuse({ code: 'nothing_to_invoice' });
      },
      () => 'nothing_to_invoice',
    )(bookingId, requestKey);

export const invoiceOnAccount =
  (deps: Deps) =>
  ({ bookingId, requestKey, amount }: InvoiceOnAccount) =>
    issuing<'more_than_the_price' | 'final_stands'>(
      deps,
      ({ loaded: { facts, booking } }) => {
        const run = `price:${pricesOf(facts, booking.price).length - 1}` as const;
        return ok([{ cause: `hand:${requestKey}`, kind: 'account', run, amount }]);
      },
      (path) => (path.endsWith('amount') ? 'more_than_the_price' : 'final_stands'),
    )(bookingId, requestKey);

/** Takes a document back, or a part of it: what was issued is never changed. */
export const creditDocument =
  (deps: Deps) =>
  ({ bookingId, requestKey, number, amount }: CreditDocument) =>
    issuing<'document_not_there' | 'more_than_is_left' | 'final_stands'>(
      deps,
      (_open, issued) => {
        const of = (issued as readonly (Issued & { number: string })[]).find((document) => document.number === number);
        if (!of || of.kind === 'credit') return refuse({ code: 'document_not_there' });
        // What was kept or claimed is one sum, taken back whole.
        const whole = of.run === 'kept' || of.run === 'claims';
        if (whole && amount !== of.total) return refuse({ code: 'more_than_is_left' });
        return ok([{ cause: `hand:${requestKey}`, kind: 'credit', run: of.run, of: of.cause, amount }]);
      },
      (path) => (path.endsWith('amount') ? 'more_than_is_left' : 'final_stands'),
    )(bookingId, requestKey);

/** Sends a document again to whoever gets the client's bills. */
export const sendDocument =
  (deps: Deps) =>
  async ({
    number,
    requestKey,
  }: SendDocument): Promise<Result<null, { readonly code: 'document_not_there' | 'message_is_off' }>> => {
    const sent = await deps.db.transaction(async (tx) => {
      const row = await readDocument(tx, number);
      if (row?.requestId) {
        const request = await lockRequest(tx, row.requestId);
        await writeRequestDocumentLetter(tx, deps, request!, row, deps.clock.now(), `:${requestKey}`);
        return null;
      }
      const loaded = row?.bookingId ? await lockBooking(tx, row.bookingId) : null;
      if (!row || !loaded) return 'document_not_there' as const;
      const id = await writeDocumentLetter(tx, deps, loaded, row, deps.clock.now(), { again: `:${requestKey}` });
      return id === null ? ('message_is_off' as const) : null;
    });
    if (sent) return refuse({ code: sent });
    deps.outbox.wake();
    return ok(null);
  };
