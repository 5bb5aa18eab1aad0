import { addDays, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { creditorReference } from '#core/invoices/creditorReference';
import type { DocumentBody, DocumentTax } from '#core/invoices/document';
import type { WantedDocument } from '#core/invoices/documentsStanding';
import type { FiguresOfDocument } from '#core/invoices/figures';
import { documentLines } from '#core/invoices/documentLines';
import type { Minor } from '#core/money/minor';
import type { Decimal } from '#core/money/decimal';
import type { PriceInput } from '#core/price/price';
import { buyerOf, sellerOf } from '#server/invoices/parties';
import type { Tx } from '#server/database/database';
import type { OwnerRow, TaxRow } from '#server/database/ownerRow';
import type { clients } from '#server/database/schema/clients';
import { documentCounters, documents } from '#server/database/schema/documents';
import { sql } from 'drizzle-orm';

export type DocumentRow = typeof documents.$inferSelect;
/** One that has no place among all yet. */
export type NewDocument = Omit<DocumentRow, 'place'>;

/** What it is a document of. */
export type DocumentSubject = {
  readonly owner: OwnerRow;
  readonly taxes: readonly TaxRow[];
  readonly client: typeof clients.$inferSelect;
  readonly about: { readonly bookingId: string } | { readonly requestId: string };
  readonly title: string;
  readonly reference: string;
  /** The client's own, such as the number of their order. */
  readonly orderReference: string;
  readonly currency: string;
  readonly service: DocumentBody['service'];
  /** Nothing of it is real money: it takes no real number. */
  readonly trial: boolean;
  /** What a person's own request is known by, where one asked for it. */
  readonly requestKey?: string;
  /** When it is to be paid, where that was said before; else so many days after its issue. */
  readonly dueDay?: string;
};

const serial = (count: number): string => String(count).padStart(4, '0');

/** A number of a series, and the day that its document has. */
export type Numbered = {
  readonly series: string;
  readonly year: number;
  readonly seq: number;
  readonly day: PlainDate;
  readonly number: string;
};
/** Gives out the next number of a series in its year, with what stands before it. */
export type NextNumber = (series: string, prefix: string, today: PlainDate) => Promise<Numbered>;

/** The so-manieth number of a series in its year. */
export const numberedAs = (series: string, prefix: string, today: PlainDate, seq: number, day: PlainDate): Numbered => {
  const year = Number(today.slice(0, 4));
  return { series, year, seq, day, number: `${prefix}${year}-${serial(seq)}` };
};

/**
 * The next number of a series in its year. The counter's row stays locked until the transaction ends: one that fails
 * takes its number with it, so that none is missing and none is there twice.
 */
export const nextNumber =
  (tx: Tx): NextNumber =>
  async (series, prefix, today) => {
    const year = Number(today.slice(0, 4));
    const [counter] = await tx
      .insert(documentCounters)
      .values({ series, year, last: 1, day: today })
      .onConflictDoUpdate({
        target: [documentCounters.series, documentCounters.year],
        set: {
          last: sql`${documentCounters.last} + 1`,
          day: sql`greatest(${documentCounters.day}, excluded.day)`,
        },
      })
      .returning();
    const { last, day } = counter!;
    return numberedAs(series, prefix, today, last, day as PlainDate);
  };

/** Taxes as they stand on it, each with its rate and why none is charged where none is. */
function taxesOn(figures: FiguresOfDocument, price: PriceInput, known: readonly TaxRow[]): DocumentTax[] {
  return figures.taxes.map((tax) => {
    const kept = known.find(({ code }) => code === tax.code);
    return {
      ...tax,
      label: kept?.label ?? tax.code,
      rate: price.taxes[tax.code]?.rate ?? kept?.rate ?? ('0' as Decimal),
      category: kept?.category ?? 'S',
      reason: kept?.reason ?? '',
    };
  });
}

/** What a document is made of, besides its subject. */
export type DocumentGiven = {
  readonly id: string;
  readonly figures: FiguresOfDocument;
  readonly price: PriceInput;
  readonly earlier: readonly NewDocument[];
  /** What of it is still to be paid. */
  readonly open: Minor;
  readonly now: Instant;
};

/** One document, numbered and frozen. */
export async function documentRow(
  number: NextNumber,
  subject: DocumentSubject,
  wanted: WantedDocument,
  given: DocumentGiven,
): Promise<NewDocument> {
  const { owner, client, about, currency, trial } = subject;
  const { figures, price, earlier, open, now, id } = given;
  const { prefixes, dueDays, note } = owner.documents;
  const kind = wanted.kind === 'credit' ? 'credit' : 'invoice';
  const numbered = await number(
    trial ? `trial ${kind}` : kind,
    trial ? `TRIAL-${prefixes[kind]}` : prefixes[kind],
    localDate(now, owner.timeZone),
  );
  const { day } = numbered;
  const of = wanted.kind === 'credit' ? earlier.find(({ cause }) => cause === wanted.of)! : null;
  const title = of ? `Credit of ${of.number}: ${subject.title}` : subject.title;
  const { total, net, payable } = figures;
  const codes = figures.taxes.map(({ code }) => code);
  const body: DocumentBody = {
    seller: sellerOf(owner),
    buyer: buyerOf(client),
    title: subject.title,
    reference: subject.reference,
    ...(subject.orderReference ? { orderReference: subject.orderReference } : {}),
    paymentReference: creditorReference(numbered.number),
    service: subject.service,
    price,
    lines: documentLines(wanted, { title, total, codes, price }),
    taxes: taxesOn(figures, price, subject.taxes),
    deducted: figures.deducted.map((each) => {
      const deducted = earlier.find((document) => document.id === each.id)!;
      return { ...each, number: deducted.number, day: deducted.day };
    }),
    payable,
    open,
    remaining: figures.remaining,
    of: of && { number: of.number, day: of.day },
    note,
  };
  return {
    id,
    ...numbered,
    kind: wanted.kind,
    clientId: client.id,
    bookingId: null,
    requestId: null,
    ...about,
    cause: wanted.cause,
    requestKey: subject.requestKey ?? null,
    creditOf: of?.id ?? null,
    run: wanted.run,
    currency,
    total,
    net,
    taxes: figures.taxes,
    payable,
    issuedAt: now,
    dueDay: open > 0 ? (subject.dueDay ?? addDays(day, dueDays)) : null,
    body,
  };
}

/** Issues one document, in the transaction of whoever asked: never changed after. */
export async function issueDocument(
  tx: Tx,
  subject: DocumentSubject,
  wanted: WantedDocument,
  given: DocumentGiven,
): Promise<DocumentRow> {
  const [row] = await tx
    .insert(documents)
    .values(await documentRow(nextNumber(tx), subject, wanted, given))
    .returning();
  return row!;
}
