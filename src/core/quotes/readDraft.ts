import { isPage } from '#core/catalogue/service';
import { usualCurrency } from '#core/money/currency';
import { isEmailAddress } from '#core/emailAddress';
import { unknownFields } from '#core/wording/fields';
import { plainText } from '#core/agreements/agreement';
import { planOf } from '#core/bookings/keptPlan';
import { addDays, isPlainDate } from '#core/calendar/days';
import { addHours, type Instant } from '#core/calendar/instant';
import { dateOf, isWallTime, type TimeOfDay, wallTime } from '#core/calendar/wallTime';
import { instantOfWall, localDate, wallOfInstant } from '#core/calendar/zoned';
import { type Decimal, isDecimal, tenThousandths } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { OutOfRange } from '#core/outOfRange';
import type { Discount, PriceLine } from '#core/price/price';
import type { DiscountKind, DraftExtra, DraftLine, QuoteDraft } from '#core/quotes/draft';
import type { Waiver } from '#core/catalogue/service';
import { agreedByOffer, type Offer, type OfferedExtra, offerPrice, presetChoice } from '#core/quotes/offer';
import { agreementFieldNames } from '#core/quotes/fieldNames';
import type { Terms } from '#core/terms/terms';

/** What keeps a quote from going out. `path` is the place in the draft, `code` the reason. */
export type Gap = { readonly path: string; readonly code: GapCode; readonly detail?: string };
export type GapCode =
  | 'client_name_missing'
  | 'client_address_missing'
  | 'copy_address_wrong'
  | 'title_missing'
  | 'subject_missing'
  | 'service_missing'
  | 'terms_missing'
  | 'dates_missing'
  | 'end_before_start'
  | 'no_price'
  | 'line_text_missing'
  | 'quantity_wrong'
  | 'sum_wrong'
  | 'discount_wrong'
  | 'limits_wrong'
  | 'tax_unknown'
  | 'expiry_wrong'
  | 'expiry_passed'
  | 'days_wrong'
  | 'page_wrong'
  | 'terms_do_not_fit'
  | 'field_without_value'
  | 'cosignatory_incomplete'
  | 'agreement_empty'
  | 'agreement_hidden'
  | 'business_has_not_signed'
  | 'picture_missing'
  | 'out_of_range';

/** What may surprise and does not keep it back. */
export type QuoteWarning =
  | { readonly kind: 'manyExtras'; readonly count: number }
  | { readonly kind: 'inThePast' }
  | { readonly kind: 'taken'; readonly number: string };

export type QuoteContext = {
  readonly now: Instant;
  readonly timeZone: string;
  readonly currencies: Readonly<Record<string, string>>;
  /** The newest version of each of the terms. */
  readonly terms: readonly { readonly id: string; readonly version: number; readonly rules: Terms }[];
  readonly taxes: readonly { readonly code: string; readonly rate: Decimal }[];
  /** Coming bookings, as far as they could be in the way. */
  readonly busy: readonly {
    readonly serviceId: string;
    readonly start: string;
    readonly end: string;
    readonly number: string;
  }[];
};

export type ReadQuote = {
  readonly gaps: readonly Gap[];
  readonly warnings: readonly QuoteWarning[];
  /** Without what only the client's data lack: what the page shows while it is being written. Null while it has no price or dates. */
  readonly offer: Offer | null;
};

/** Deliberately simple: delivery is the only real test. */
const wholeUpTo = (text: string, most: number): number | null =>
  /^\d{1,5}$/.test(text.trim()) && Number(text) <= most ? Number(text) : null;
const hundred = tenThousandths('100' as Decimal);
const mostExpiryDays = 366;

export const addressesIn = (text: string): string[] => text.split(/[\s,;]+/).filter((each) => each !== '');

type Say = (path: string, code: GapCode, detail?: string) => void;

function readDiscount(kind: DiscountKind, text: string, currency: string): Discount | null | 'wrong' {
  if (kind === 'none') return null;
  const bare = text.trim();
  if (kind === 'percent') return isDecimal(bare) && tenThousandths(bare) <= hundred ? { percent: bare } : 'wrong';
  const amount = parseAmount(bare, currency);
  return amount === null ? 'wrong' : { amount };
}

function readLine(line: DraftLine, path: string, currency: string, say: Say): PriceLine | null {
  if (line.label.trim() === '') say(`${path}.label`, 'line_text_missing');
  const quantity = line.quantity.trim();
  if (!isDecimal(quantity)) say(`${path}.quantity`, 'quantity_wrong');
  const unitPrice = parseAmount(line.unitPrice, currency);
  if (unitPrice === null) say(`${path}.unitPrice`, 'sum_wrong');
  const discount = readDiscount(line.discountKind, line.discount, currency);
  if (discount === 'wrong') say(`${path}.discount`, 'discount_wrong');
  if (!isDecimal(quantity) || unitPrice === null || discount === 'wrong') return null;
  const { id, label, taxes } = line;
  return { id, label: label.trim(), quantity, unitPrice, taxes, ...(discount ? { discount } : {}) };
}

function readWaiver({ waiver }: DraftExtra, path: string, currency: string, say: Say): Waiver | null {
  if (!waiver) return null;
  const hold = parseAmount(waiver.hold, currency);
  const most = parseAmount(waiver.most, currency);
  if (hold === null) say(`${path}.waiver.hold`, 'sum_wrong');
  if (most === null) say(`${path}.waiver.most`, 'sum_wrong');
  return hold === null || most === null ? null : { hold, most };
}

function readExtra(extra: DraftExtra, path: string, currency: string, say: Say): OfferedExtra | null {
  if (extra.label.trim() === '') say(`${path}.label`, 'line_text_missing');
  const unitPrice = parseAmount(extra.unitPrice, currency);
  if (unitPrice === null) say(`${path}.unitPrice`, 'sum_wrong');
  const [least, most, preset] = [extra.least, extra.most, extra.preset].map((text) => wholeUpTo(text, 1000));
  const inOrder =
    least !== null && most !== null && preset !== null && least! <= preset! && preset! <= most! && most! > 0;
  if (!inOrder) say(`${path}.most`, 'limits_wrong');
  const waiver = readWaiver(extra, path, currency, say);
  if (unitPrice === null || !inOrder) return null;
  const { id, label, note, taxes } = extra;
  const limits = { least: least!, most: most!, preset: preset! };
  return { id, label: label.trim(), note: note.trim(), unitPrice, taxes, ...limits, ...(waiver ? { waiver } : {}) };
}

function readExpiry({ expiryKind, expiry }: QuoteDraft, { now, timeZone }: QuoteContext, say: Say): Instant | null {
  if (expiryKind === 'none') return null;
  if (expiryKind === 'date') {
    if (!isPlainDate(expiry)) {
      say('expiry', 'expiry_wrong');
      return null;
    }
    // The whole of that day.
    const at = instantOfWall(wallTime(addDays(expiry, 1), '00:00' as TimeOfDay), timeZone);
    if (at <= now) say('expiry', 'expiry_passed');
    return at;
  }
  const count = wholeUpTo(expiry, expiryKind === 'days' ? mostExpiryDays : mostExpiryDays * 24);
  if (count === null || count === 0) {
    say('expiry', 'expiry_wrong');
    return null;
  }
  if (expiryKind === 'hours') return addHours(now, count);
  return instantOfWall(wallTime(addDays(localDate(now, timeZone), count + 1), '00:00' as TimeOfDay), timeZone);
}

function readAgreement({ agreement, blocks }: QuoteDraft, say: Say): void {
  if (!agreement) return;
  if (plainText(agreement.blocks).trim() === '') say('agreement', 'agreement_empty');
  const shown = (kind: string): boolean => blocks.some((block) => block.kind === kind);
  if (!shown('agreement') || !shown('signature')) say('blocks', 'agreement_hidden');
  agreement.others.forEach(({ name, email }, index) => {
    if (name.trim() === '' || !isEmailAddress(email.trim())) say(`agreement.others.${index}`, 'cosignatory_incomplete');
  });
  const own = agreement.fields.map(({ label }) => [label.toLowerCase().replace(/\s+/g, ' ').trim(), true] as const);
  const known = { ...Object.fromEntries(agreementFieldNames.map((name) => [name, true])), ...Object.fromEntries(own) };
  for (const name of unknownFields(plainText(agreement.blocks), known)) say('agreement', 'field_without_value', name);
}

/**
 * Reads a draft through: what is missing, what may surprise, and what would be offered if it went out now.
 * @param signedFirst whether the business has signed just this, where its agreement wants that first
 */
export function readDraft(draft: QuoteDraft, context: QuoteContext, signedFirst = false): ReadQuote {
  const gaps: Gap[] = [];
  const say: Say = (path, code, detail) => gaps.push(detail === undefined ? { path, code } : { path, code, detail });
  const { timeZone, now } = context;
  const currency = context.currencies[draft.serviceId];
  const terms = context.terms.find(({ id }) => id === draft.termsId);

  if (draft.clientName.trim() === '') say('clientName', 'client_name_missing');
  if (!isEmailAddress(draft.clientEmail.trim())) say('clientEmail', 'client_address_missing');
  const copyTo = addressesIn(draft.copyTo);
  if (!copyTo.every(isEmailAddress) || copyTo.length > 10) say('copyTo', 'copy_address_wrong');
  if (draft.title.trim() === '') say('title', 'title_missing');
  if (draft.subject.trim() === '') say('subject', 'subject_missing');
  if (!currency) say('serviceId', 'service_missing');
  const dated = isWallTime(draft.start) && isWallTime(draft.end);
  if (!dated) say(isWallTime(draft.start) ? 'end' : 'start', 'dates_missing');
  else if (draft.end < draft.start) say('end', 'end_before_start');

  const lines = draft.lines.map((line, index) => readLine(line, `lines.${index}`, currency ?? usualCurrency, say));
  const extras = draft.extras.map((extra, index) =>
    readExtra(extra, `extras.${index}`, currency ?? usualCurrency, say),
  );
  const discount = readDiscount(draft.discountKind, draft.discount, currency ?? usualCurrency);
  if (discount === 'wrong') say('discount', 'discount_wrong');
  [...draft.lines, ...draft.extras].forEach(({ taxes, id }) => {
    const unknown = taxes.find((code) => !context.taxes.some((tax) => tax.code === code));
    const at = draft.lines.findIndex((line) => line.id === id);
    const path = at >= 0 ? `lines.${at}.taxes` : `extras.${draft.extras.findIndex((extra) => extra.id === id)}.taxes`;
    if (unknown !== undefined) say(path, 'tax_unknown', unknown);
  });
  if (!terms) say('termsId', 'terms_missing');
  const accountDays = wholeUpTo(draft.accountDays, 365);
  if (draft.settling === 'account' && accountDays === null) say('accountDays', 'days_wrong');
  const expiresAt = readExpiry(draft, context, say);
  const nextPage = draft.nextPage.trim();
  if (nextPage !== '' && !isPage(nextPage)) say('nextPage', 'page_wrong');
  draft.blocks.forEach((block, index) => {
    if (block.kind === 'picture' && block.file === '') say(`blocks.${index}`, 'picture_missing');
  });
  readAgreement(draft, say);

  const whole = !lines.includes(null) && !extras.includes(null) && discount !== 'wrong';
  if (draft.lines.length + draft.extras.length === 0) say('lines', 'no_price');
  const fits = dated && draft.end >= draft.start && currency && terms && whole;
  const taxed = gaps.some(({ code }) => code === 'tax_unknown' || code === 'no_price' || code === 'days_wrong');
  if (!fits || taxed) return { gaps, warnings: warningsOf(draft, context), offer: null };

  const offer: Offer = {
    title: draft.title.trim(),
    subject: draft.subject.trim(),
    clientName: draft.clientName.trim(),
    clientEmail: draft.clientEmail.trim(),
    copyTo,
    serviceId: draft.serviceId,
    currency,
    timeZone,
    start: draft.start as Offer['start'],
    end: draft.end as Offer['end'],
    price: {
      currency,
      taxMode: draft.taxMode,
      taxes: Object.fromEntries(context.taxes.map(({ code, rate }) => [code, { rate }])),
      lines: lines as PriceLine[],
      ...(discount ? { discount: discount as Discount } : {}),
    },
    lineNotes: Object.fromEntries(
      draft.lines.map(({ id, note, unit }) => [id, { note: note.trim(), unit: unit.trim() }]),
    ),
    extras: extras as OfferedExtra[],
    termsId: terms.id,
    termsVersion: terms.version,
    terms: terms.rules,
    settling: draft.settling,
    accountDays: accountDays ?? 30,
    expiresAt,
    included: draft.included.trim(),
    note: draft.note.trim(),
    reference: draft.reference.trim(),
    attachments: draft.attachments,
    thanks: draft.thanks.trim(),
    nextPage,
    agreement: draft.agreement,
    blocks: draft.blocks,
  };
  const fault = faultOf(offer, now);
  if (fault) say(fault === 'no_price' ? 'lines' : 'termsId', fault);
  if (draft.agreement?.business === 'first' && !signedFirst && gaps.length === 0)
    say('agreement.business', 'business_has_not_signed');
  const usable = fault === null || fault === 'no_price';
  return { gaps, warnings: warningsOf(draft, context), offer: usable ? offer : null };
}

/** Whether price and plan come out of it, with the extras as they are preset. */
function faultOf(offer: Offer, now: Instant): GapCode | null {
  try {
    if (offerPrice(offer, presetChoice(offer)).total === (0 as Minor)) return 'no_price';
    const planned = planOf(agreedByOffer(offer, presetChoice(offer), wallOfInstant(now, offer.timeZone)));
    return planned.ok ? null : 'terms_do_not_fit';
  } catch (error) {
    if (error instanceof OutOfRange) return 'out_of_range';
    throw error;
  }
}

const manyExtras = 5;

function warningsOf(draft: QuoteDraft, { now, timeZone, busy }: QuoteContext): QuoteWarning[] {
  const warnings: QuoteWarning[] = [];
  if (draft.extras.length > manyExtras) warnings.push({ kind: 'manyExtras', count: draft.extras.length });
  if (!isWallTime(draft.start) || !isWallTime(draft.end)) return warnings;
  if (dateOf(draft.start) < localDate(now, timeZone)) warnings.push({ kind: 'inThePast' });
  const taken = busy.find(
    ({ serviceId, start, end }) => serviceId === draft.serviceId && start < draft.end && draft.start < end,
  );
  if (taken) warnings.push({ kind: 'taken', number: taken.number });
  return warnings;
}
