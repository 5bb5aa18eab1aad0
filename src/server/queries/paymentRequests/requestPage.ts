import { givenOf } from '#core/invoices/party';
import type { RequestPageView } from '#contracts/credit/views';
import { localDate } from '#core/calendar/zoned';
import { askedBy } from '#core/paymentRequests/requestPaper';
import { debitOnceConsent } from '#core/wording/consent';
import { longDate, longMoment, shortDate } from '#core/wording/days';
import { documentTitle } from '#core/wording/documentWords';
import { requestRows } from '#core/wording/requestWords';
import { voucherGoes } from '#core/wording/voucherWords';
import type { PlainDate } from '#core/calendar/days';
import { noteOpened, standingOfRequest } from '#server/paymentRequests/requests';
import { stateOfRequest } from '#server/paymentRequests/stateOfRequest';
import { ownerRow } from '#server/database/ownerRow';
import { clients } from '#server/database/schema/clients';
import { requestPayments } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { documentsOfRequest } from '#server/invoices/requestDocuments';
import { requestOfLink } from '#server/links/requestLink';
import { taxLines } from '#server/catalogue/taxLines';
import { businessFace } from '#server/queries/settings/businessFace';
import { offeredOnPage } from '#server/queries/paymentMethods/paymentMethods';
import { offeredForRequest } from '#server/paymentMethods/offered';
import { eq } from 'drizzle-orm';

/** What the payer of a link sees; null where it opens nothing. Opening it is told to the owner. */
export async function requestPage(deps: Deps, link: string): Promise<RequestPageView | null> {
  const { db, clock } = deps;
  const now = clock.now();
  const found = await requestOfLink(db, link);
  if (!found) return null;
  const { request, via } = found;
  await noteOpened(deps, request.id, via);
  const [client] = await db.select().from(clients).where(eq(clients.id, request.clientId));
  const owner = await ownerRow(db);
  const standing = await standingOfRequest(db, request);
  const payments = await db.select().from(requestPayments).where(eq(requestPayments.requestId, request.id));
  const waiting = payments.find(({ state }) => state === 'waiting');
  const open = payments.find(({ state }) => state === 'open');
  const onItsWay = payments.find(({ state }) => state === 'onTheWay');
  const consentOf = ({ way }: { readonly way: string }): string =>
    way === 'debit' ? debitOnceConsent(owner.name) : '';
  const { number, note, currency, smallest, expiresAt, paper } = request;
  const today = localDate(now, owner.timeZone);
  const labels = Object.fromEntries((await taxLines(db)).map(({ code, label }) => [code, label]));
  const { dueDay, reference, terms, tip, attachments } = paper;
  const state = stateOfRequest(request, standing, now);
  return {
    business: await businessFace(db),
    number,
    clientName: client!.name,
    note,
    currency,
    amount: askedBy(request.amount, paper),
    smallest,
    until: expiresAt === null ? null : longMoment(expiresAt, owner.timeZone, today),
    state,
    paid: standing.paid,
    left: standing.left,
    rows: paper.price ? requestRows(paper.price, labels) : [],
    reference,
    terms,
    due: dueDay === null ? null : { day: longDate(dueDay, today), late: dueDay < today && state !== 'paid' },
    tip,
    attachments,
    documents: (await documentsOfRequest(db, request.id)).map((document) => ({
      number: document.number,
      what: `${documentTitle[document.kind]} ${document.number}, ${shortDate(document.day as PlainDate, today)}`,
    })),
    waiting: waiting?.answer?.outcome === 'confirm' ? { url: waiting.answer.url } : null,
    unanswered: open ? { amount: open.amount } : null,
    onTheWay:
      onItsWay?.answer?.outcome === 'pending'
        ? { amount: onItsWay.amount, settles: longDate(localDate(onItsWay.answer.settles, owner.timeZone), today) }
        : null,
    bill: request.bill && givenOf(request.bill),
    voucher: request.voucher && voucherGoes(request.voucher, today),
    offered: await offeredOnPage(db, deps, await offeredForRequest(db, deps, request, now), {
      now,
      consentOf,
      pays: request,
    }),
  };
}
