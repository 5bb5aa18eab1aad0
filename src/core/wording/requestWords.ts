import type { PlainDate } from '#core/calendar/days';
import { askedBy, type RequestPaper } from '#core/paymentRequests/requestPaper';
import { documentTitle, type SaidOfDocument, toBePaid } from '#core/wording/documentWords';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { countedLines, price, type PriceInput } from '#core/price/price';
import { longDate } from '#core/wording/days';
import type { LetterFacts } from '#core/wording/letterFacts';

/** A line of a request, as its page and its letter list it; the last ones are taxes and the sum. */
export type RequestRow = {
  readonly kind: 'line' | 'discount' | 'tax' | 'total';
  readonly what: string;
  readonly how: string;
  readonly amount: string;
};

/** What the lines of a request come to, as its payer reads it. */
export function requestRows(input: PriceInput, labels: Readonly<Record<string, string>> = {}): RequestRow[] {
  const priced = price(input);
  const sum = (amount: Minor): string => formatMoney(amount, input.currency);
  const lines = countedLines(input).map(({ label, quantity, unitPrice }, index): RequestRow => {
    const { gross, discount } = priced.lines[index]!;
    const many = quantity === '1' ? '' : `${quantity} × ${sum(unitPrice)}`;
    const less = discount > 0 ? `less ${sum(discount)}` : '';
    return {
      kind: 'line',
      what: label,
      how: [many, less].filter(Boolean).join(', '),
      amount: sum((gross - discount) as Minor),
    };
  });
  const within = input.taxMode === 'inclusive';
  return [
    ...lines,
    ...(priced.discount > 0
      ? [{ kind: 'discount' as const, what: 'Discount', how: '', amount: `−${sum(priced.discount)}` }]
      : []),
    ...priced.taxes.map(({ code, amount }): RequestRow => ({
      kind: 'tax',
      what: `${labels[code] ?? code} ${input.taxes[code]!.rate}%`,
      how: within ? 'within' : 'on top',
      amount: sum(amount),
    })),
    { kind: 'total', what: 'In all', how: '', amount: sum(priced.total) },
  ];
}

type Asking = {
  readonly business: string;
  readonly note: string;
  readonly currency: string;
  readonly amount: Minor | null;
  readonly paper: RequestPaper;
  /** What is still open of it; null where the payer chooses. */
  readonly left: Minor | null;
  readonly today: PlainDate;
  /** Asked for again, after its day. */
  readonly again: boolean;
};

/** The letter that asks for a payment. */
export function requestLetter({ business, note, currency, amount, paper, left, today, again }: Asking): {
  readonly subject: string;
  readonly lines: readonly string[];
} {
  const asked = left ?? askedBy(amount, paper);
  const of = asked === null ? '' : ` of ${formatMoney(asked, currency)}`;
  const { dueDay, reference, terms } = paper;
  const day = dueDay === null ? '' : longDate(dueDay, today);
  const asks = again
    ? `${of === '' ? 'A payment' : `A payment${of}`} to ${business} was due on ${day} and is still open: ${note}`
    : `${business} asks you for a payment${of}${day === '' ? '' : ` by ${day}`}: ${note}`;
  return {
    subject: again ? `${business}: a payment${of} is still open` : `${business}: a payment${of}`,
    lines: [asks, ...(reference === '' ? [] : [`Your reference: ${reference}`]), ...(terms === '' ? [] : [terms])],
  };
}

/** What that letter lists besides; null where the request has no lines. */
export function requestFactsOf(note: string, { price: input }: RequestPaper, paid: Minor): LetterFacts | null {
  if (!input) return null;
  const rows = requestRows(input).filter(({ kind }) => kind === 'line' || kind === 'discount');
  const { total, taxes } = price(input);
  const tax = taxes.map(
    ({ code, amount }) =>
      `${formatMoney(amount, input.currency)} ${code} ${input.taxMode === 'inclusive' ? 'within' : 'on top'}`,
  );
  return {
    what: note,
    when: tax.join(', '),
    paid: `${formatMoney(paid, input.currency)} of ${formatMoney(total, input.currency)}`,
    rows: rows.map(({ what, how, amount }) => ({ mark: 'due', when: what, what: how, amount })),
    cancellation: [],
  };
}

/** The letter that brings a document of a request. */
export function requestDocumentLetter(
  said: SaidOfDocument,
  { business, currency, today }: { readonly business: string; readonly currency: string; readonly today: PlainDate },
): { readonly subject: string; readonly lines: readonly string[] } {
  const title = documentTitle[said.kind];
  return {
    subject: `${business}: ${title.toLowerCase()} ${said.number}`,
    lines: [`${title} ${said.number} is attached.`, toBePaid(said, (amount) => formatMoney(amount, currency), today)],
  };
}
