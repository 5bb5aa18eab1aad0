import { zero } from '#core/money/minor';
import type { ChangeView } from '#contracts/bookings/changeView';
import type { Deal } from '#core/bookings/deal';
import { type Change, changeOf, type ChangeRefusal, pricedDeal } from '#core/bookings/change';
import type { Instant } from '#core/calendar/instant';
import { isWallTime } from '#core/calendar/wallTime';
import { type Decimal, isDecimal } from '#core/money/decimal';
import { formatAmount } from '#core/money/formatMoney';
import { parseAmount } from '#core/money/parseAmount';
import { OutOfRange } from '#core/outOfRange';
import type { Discount, PriceLine } from '#core/price/price';
import type { Result } from '#core/result';
import type { Terms } from '#core/terms/terms';

export type LineDraft = {
  readonly id: string;
  readonly label: string;
  readonly quantity: string;
  readonly unitPrice: string;
  readonly taxes: readonly string[];
  readonly discount?: Discount | undefined;
};
/** A changed booking as it is typed. Rules are values: each edit of them makes whole ones. */
export type ChangeDraft = {
  readonly title: string;
  readonly start: string;
  readonly end: string;
  readonly count: string;
  readonly lines: readonly LineDraft[];
  readonly discountKind: 'none' | 'percent' | 'amount';
  readonly discount: string;
  readonly terms: Terms;
  readonly giveBack: boolean;
};

export function draftOfDeal(deal: Deal): ChangeDraft {
  const { currency, lines, discount } = deal.price;
  const counted = lines.filter((line) => !line.extra || line.chosen);
  return {
    title: deal.title,
    start: deal.start,
    end: deal.end,
    count: String(deal.count ?? 1),
    lines: counted.map((line) => ({
      id: line.id,
      label: line.label,
      quantity: line.quantity,
      unitPrice: formatAmount(line.unitPrice, currency),
      taxes: line.taxes ?? [],
      discount: line.discount,
    })),
    discountKind: !discount ? 'none' : 'percent' in discount ? 'percent' : 'amount',
    discount: !discount ? '' : 'percent' in discount ? discount.percent : formatAmount(discount.amount, currency),
    terms: deal.terms,
    giveBack: true,
  };
}

export type ReadChange = {
  readonly faults: Readonly<Record<string, string>>;
  /** Null while something is half written. */
  readonly deal: Deal | null;
};

const named: Readonly<Record<string, string>> = {
  title: 'What the client reads',
  start: 'When it begins',
  end: 'When it ends',
  count: 'How many it takes',
  discount: 'The discount',
  label: 'What a line of the price is for',
  quantity: 'How many of a line of the price',
  unitPrice: 'The price of a line',
};

/** What at the left keeps a change from being whole: "When it begins: a day and a time". */
export function whatIsMissing(faults: ReadChange['faults']): string {
  const [first] = Object.entries(faults);
  if (!first) return 'Something is half written';
  const [path, message] = first;
  return `${named[path.split('.').at(-1)!] ?? 'Something at the left'}: ${message}`;
}

function readLines(draft: ChangeDraft, currency: string, faults: Record<string, string>): PriceLine[] {
  return draft.lines.map((line, index): PriceLine => {
    const unitPrice = parseAmount(line.unitPrice, currency);
    if (line.label.trim() === '') faults[`lines.${index}.label`] = 'a name';
    if (!isDecimal(line.quantity.trim())) faults[`lines.${index}.quantity`] = 'a number';
    if (unitPrice === null) faults[`lines.${index}.unitPrice`] = 'a sum';
    return {
      id: line.id,
      label: line.label.trim(),
      quantity: line.quantity.trim() as Decimal,
      unitPrice: unitPrice ?? zero,
      taxes: [...line.taxes],
      ...(line.discount ? { discount: line.discount } : {}),
    };
  });
}

function readDiscount(draft: ChangeDraft, currency: string, faults: Record<string, string>): Discount | undefined {
  const text = draft.discount.trim();
  if (draft.discountKind === 'percent') {
    if (!isDecimal(text) || Number(text) > 100) faults.discount = 'a percentage up to 100';
    return { percent: text as Decimal };
  }
  if (draft.discountKind === 'none') return undefined;
  const amount = parseAmount(text, currency);
  if (amount === null) faults.discount = 'a sum';
  return { amount: amount ?? zero };
}

/** The deal that a draft means, priced by the core, or what is missing. */
export function readChange(draft: ChangeDraft, view: ChangeView): ReadChange {
  const faults: Record<string, string> = {};
  const { price, termsVersion } = view.deal;
  if (draft.title.trim() === '') faults.title = 'say what is booked';
  if (!isWallTime(draft.start)) faults.start = 'a day and a time';
  if (!isWallTime(draft.end)) faults.end = 'a day and a time';
  else if (draft.end < draft.start) faults.end = 'the end is before the start';
  const count = /^\d{1,4}$/.test(draft.count.trim()) ? Number(draft.count) : 0;
  if (count < 1) faults.count = 'a number from 1 on';
  const lines = readLines(draft, price.currency, faults);
  const discount = readDiscount(draft, price.currency, faults);
  if (lines.length === 0) faults.lines = 'at least one line';
  if (Object.keys(faults).length > 0) return { faults, deal: null };
  // Rates as they were agreed; a tax that came later at the rate of today.
  const rates = Object.fromEntries(view.taxes.map(({ code, rate }) => [code, { rate }]));
  const taxes = { ...rates, ...price.taxes };
  const { discount: _before, ...kept } = price;
  const deal = {
    title: draft.title.trim(),
    start: draft.start as Deal['start'],
    end: draft.end as Deal['end'],
    price: { ...kept, taxes, lines, ...(discount ? { discount } : {}) },
    termsVersion,
    terms: draft.terms,
    ...(count > 1 ? { count } : {}),
  };
  try {
    return { faults, deal: pricedDeal(deal) };
  } catch (error) {
    if (error instanceof OutOfRange) return { faults: { lines: 'the price is too large' }, deal: null };
    throw error;
  }
}

/** What the change does, by the core that the server uses. */
export function previewOf(
  view: ChangeView,
  deal: Deal,
  about: { now: Instant; giveBack: boolean },
): Result<Change, ChangeRefusal | { readonly code: 'date_out_of_reach' }> {
  const { agreed, facts } = view.booking;
  // As kept: prices are compared with the tax rates that the change would write.
  const before = { ...view.deal, price: { ...view.deal.price, taxes: deal.price.taxes } };
  try {
    return changeOf({
      agreed,
      facts,
      now: about.now,
      before: sameLines(before, deal) ? { ...before, price: deal.price } : before,
      after: deal,
      by: 'owner',
      key: 'preview',
      reason: 'change',
      giveBack: about.giveBack,
    });
  } catch (error) {
    if (error instanceof OutOfRange) return { ok: false, refusal: { code: 'date_out_of_reach' } };
    throw error;
  }
}

/** Whether only the writing of the price differs, and nothing that it says. */
const sameLines = (a: Deal, b: Deal): boolean =>
  JSON.stringify(draftOfDeal(a).lines) === JSON.stringify(draftOfDeal(b).lines) &&
  a.total === b.total &&
  a.tax === b.tax;
