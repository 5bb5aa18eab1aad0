import { CreateRequest } from '#contracts/credit/credit';
import type { NewRequestView } from '#contracts/credit/views';
import type { createRequest } from '#contracts/routes/paymentRequests';
import type { SentTo } from '#contracts/routes/route';
import { addDays, type PlainDate } from '#core/calendar/days';
import type { RequestInvoicing } from '#core/paymentRequests/requestPaper';
import { type Decimal, isDecimal } from '#core/money/decimal';
import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import type { DiscountKind } from '#core/quotes/draft';
import { OutOfRange } from '#core/outOfRange';
import { type Discount, price, type PriceInput } from '#core/price/price';
import type { WaysShown } from '#core/paymentMethods/ways';
import { endOfTyped } from '#islands/credit/endOfTyped';
import { noDay } from '#islands/parts/DayField';
import { faultsOf } from '#islands/parts/contractForm';

export type RequestLineDraft = {
  readonly id: string;
  readonly label: string;
  readonly quantity: string;
  readonly unitPrice: string;
  readonly taxes: readonly string[];
};

/** A request as it is typed; numbers, sums and days as they stand in their fields. */
export type RequestDraft = {
  /** What comes is credit: just this sum, or from this sum on. Or it pays for what lines list. */
  readonly kind: 'lines' | 'sum' | 'smallest';
  readonly name: string;
  readonly email: string;
  readonly note: string;
  readonly sum: string;
  readonly lines: readonly RequestLineDraft[];
  readonly taxMode: PriceInput['taxMode'];
  readonly discountKind: DiscountKind;
  readonly discount: string;
  /** With lines: the smallest part that is taken; empty: all at once. */
  readonly smallest: string;
  readonly reference: string;
  readonly terms: string;
  readonly privateNote: string;
  readonly dueDay: string;
  readonly until: string;
  readonly tip: boolean;
  readonly copyTo: string;
  readonly attachments: readonly { readonly file: string; readonly name: string }[];
  readonly invoiced: RequestInvoicing;
};

const emptyLine = (id: string, taxes: readonly string[]): RequestLineDraft => ({
  id,
  label: '',
  quantity: '1',
  unitPrice: '',
  taxes,
});

/** What a new request begins with. */
export function firstDraft(
  { from, invoiced, dueDays }: NewRequestView,
  { currency, today, newId }: { readonly currency: string; readonly today: PlainDate; readonly newId: () => string },
): RequestDraft {
  const { client, request } = from;
  const paper = request?.paper;
  const typed = (amount: Minor | null | undefined): string => (amount ? formatAmount(amount, currency) : '');
  const discount = paper?.price?.discount;
  const kinds = { lines: 'lines', sum: 'sum', smallest: 'smallest' } as const;
  const kind = request && !paper?.price ? (request.amount === null ? kinds.smallest : kinds.sum) : kinds.lines;
  return {
    kind,
    name: client?.name ?? '',
    email: client?.email ?? '',
    note: request?.note ?? '',
    sum: paper?.price ? '' : typed(request?.amount ?? request?.smallest),
    lines: paper?.price?.lines.map(({ id, label, quantity, unitPrice, taxes = [] }) => ({
      id,
      label,
      quantity,
      unitPrice: formatAmount(unitPrice, currency),
      taxes,
    })) ?? [emptyLine(newId(), [])],
    taxMode: paper?.price?.taxMode ?? 'inclusive',
    discountKind: !discount ? 'none' : 'percent' in discount ? 'percent' : 'amount',
    discount: !discount ? '' : 'percent' in discount ? discount.percent : formatAmount(discount.amount, currency),
    smallest: paper?.price ? typed(request?.smallest) : '',
    reference: paper?.reference ?? '',
    terms: paper?.terms ?? '',
    privateNote: paper?.privateNote ?? '',
    dueDay: addDays(today, dueDays),
    until: '',
    tip: paper?.tip ?? false,
    copyTo: paper?.copyTo.join(', ') ?? '',
    attachments: paper?.attachments ?? [],
    invoiced: paper?.price ? paper.invoiced : invoiced,
  };
}

/** What is no sum is sent as what no contract takes, so that its field says so. */
const noSum = Number.NaN as Minor;
const sumOf = (text: string, currency: string): Minor => parseAmount(text, currency) ?? noSum;

function discountOf({ discountKind, discount }: RequestDraft, currency: string): { discount?: Discount } {
  if (discountKind === 'none') return {};
  const bare = discount.trim();
  if (discountKind === 'amount') return { discount: { amount: sumOf(bare, currency) } };
  return { discount: { percent: bare as Decimal } };
}

const linesOf = (draft: RequestDraft, currency: string) => ({
  taxMode: draft.taxMode,
  lines: draft.lines.map(({ id, label, quantity, unitPrice, taxes }) => ({
    id,
    label,
    quantity: quantity.trim() as Decimal,
    unitPrice: sumOf(unitPrice, currency),
    taxes: [...taxes],
  })),
  ...discountOf(draft, currency),
});

type Around = { readonly currency: string; readonly zone: string; readonly ways: WaysShown };

/** What is sent of it. */
export function sentOf(
  draft: RequestDraft,
  about: { readonly requestKey: string; readonly bookingId: string | null; readonly send: boolean } & Around,
): SentTo<typeof createRequest> {
  const { requestKey, bookingId, send, currency, zone, ways } = about;
  const { kind, sum, smallest, dueDay } = draft;
  const part = smallest.trim() === '' ? null : sumOf(smallest, currency);
  return {
    requestKey,
    clientName: draft.name,
    clientEmail: draft.email,
    note: draft.note,
    currency,
    amount: kind === 'sum' ? sumOf(sum, currency) : null,
    smallest: kind === 'smallest' ? sumOf(sum, currency) : kind === 'lines' ? part : null,
    expiresAt: endOfTyped(draft.until, zone),
    ways,
    send,
    bookingId,
    paper: {
      lines: kind === 'lines' ? linesOf(draft, currency) : null,
      reference: draft.reference,
      terms: draft.terms,
      privateNote: draft.privateNote,
      dueDay: dueDay.trim() === '' ? null : (dueDay as PlainDate),
      tip: draft.tip,
      copyTo: draft.copyTo.split(/[\s,;]+/).filter(Boolean),
      attachments: [...draft.attachments],
      invoiced: kind === 'lines' ? draft.invoiced : 'no',
    },
  };
}

/** The price of the lines that are whole; null while none is, or nothing is asked for. */
export function priceOfDraft(
  draft: RequestDraft,
  { currency, taxes }: { readonly currency: string; readonly taxes: NewRequestView['taxes'] },
): PriceInput | null {
  const typed = linesOf(draft, currency);
  const { discount } = typed;
  const whole = typed.lines.filter((line) => !Number.isNaN(line.unitPrice) && isDecimal(line.quantity));
  const lines = { ...typed, lines: whole };
  if (discount && ('amount' in discount ? Number.isNaN(discount.amount) : !isDecimal(discount.percent))) return null;
  const codes = new Set(lines.lines.flatMap((line) => line.taxes));
  const rates = Object.fromEntries(
    taxes.filter(({ code }) => codes.has(code)).map(({ code, rate }) => [code, { rate }]),
  );
  const input = { currency, taxes: rates, ...lines } as PriceInput;
  try {
    return price(input).total > 0 ? input : null;
  } catch (error) {
    if (error instanceof OutOfRange) return null;
    throw error;
  }
}

/** What is wrong with it, by the field that it was typed in. */
export function draftFaults(draft: RequestDraft, around: Around): Record<string, string> {
  const faults = faultsOf<Record<string, string>>(
    CreateRequest,
    sentOf(draft, { requestKey: 'looked at before', bookingId: null, send: true, ...around }),
    {
      clientName: 'name',
      clientEmail: 'email',
      amount: 'sum',
      smallest: draft.kind === 'lines' ? 'smallest' : 'sum',
      expiresAt: 'until',
      'paper.reference': 'reference',
      'paper.terms': 'terms',
      'paper.privateNote': 'privateNote',
      'paper.dueDay': 'dueDay',
    },
    { sum: 'a sum above zero', smallest: 'a sum, or nothing', dueDay: noDay, until: noDay },
  );
  const found: Record<string, string> = {};
  for (const [path, message] of Object.entries(faults)) {
    const line = /^paper\.lines\.lines\.(\d+)\.(\w+)/.exec(path);
    if (line) found[`lines.${line[1]}.${line[2]}`] ??= lineSays(line[2]!, around.currency) ?? message;
    else if (path.startsWith('paper.copyTo')) found.copyTo ??= 'addresses, with commas between them';
    else if (path.startsWith('paper.lines.discount')) found.discount ??= 'a percentage up to 100, or a sum';
    else found[path] ??= message;
  }
  return found;
}
/** A sum that shows how one is written here. */
const exampleSum = 12_50 as Minor;
function lineSays(field: string, currency: string): string | null {
  if (field === 'quantity') return 'a number, such as 2 or 0.5';
  return field === 'unitPrice' ? `a sum, such as ${formatAmount(exampleSum, currency)}` : null;
}

export const addLine = (draft: RequestDraft, id: string): RequestLineDraft =>
  emptyLine(id, draft.lines.at(-1)?.taxes ?? []);
