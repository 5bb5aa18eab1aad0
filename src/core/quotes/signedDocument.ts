import type { Agreement, Run, TextBlock } from '#core/agreements/agreement';
import { planOf } from '#core/bookings/keptPlan';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { formatAmount, formatMoney, formatPercent } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import type { PlanRefusal } from '#core/plan/plan';
import { price } from '#core/price/price';
import { type AgreementAbout, bookingFields, type QuoteParty } from '#core/quotes/bookingFields';
import type { Filled } from '#core/quotes/facts';
import { agreedByOffer, type Choice, type Offer, priceInputOf } from '#core/quotes/offer';
import { ok, type Result } from '#core/result';
import { longWall } from '#core/wording/days';
import { type FieldValue, type FieldValues, fillFields, fillParagraphs } from '#core/wording/fields';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { planSentences } from '#core/wording/sentences';

/** The figures of a price, in words and sums: lines, discounts, taxes on top or within. */
export type PriceRow = { readonly label: string; readonly note: string; readonly amount: string };

/** What somebody signs, whole: every word of it, and nothing that is computed later. */
export type SignedDocument = {
  readonly number: string;
  readonly revision: number;
  readonly title: string;
  readonly business: string;
  readonly client: string;
  readonly when: string;
  readonly agreement: string;
  readonly blocks: readonly TextBlock[];
  readonly rows: readonly PriceRow[];
  readonly total: string;
  readonly money: readonly string[];
  readonly cancellation: readonly string[];
  readonly filled: readonly { readonly label: string; readonly value: string }[];
};

/** How the offer would stand if this choice were accepted at that moment, nothing paid yet. @throws {OutOfRange} */
export function standingOfOffer(offer: Offer, choice: Choice, now: Instant): Result<BookingState, PlanRefusal> {
  const agreed = agreedByOffer(offer, choice, wallOfInstant(now, offer.timeZone));
  const planned = planOf(agreed);
  return planned.ok ? ok(bookingState(agreed, [{ kind: 'agreed', at: now, by: 'client' }], now)) : planned;
}

/** Lines with their own discounts, then what is off the whole, the taxes, and nothing that is nought. */
export function priceRows(offer: Offer, choice: Choice): PriceRow[] {
  const input = priceInputOf(offer, choice);
  const priced = price(input);
  const sum = (amount: number): string => formatAmount(minor(amount), offer.currency);
  const rows = priced.lines.map((line): PriceRow => {
    const { label, quantity, unitPrice } = input.lines.find(({ id }) => id === line.id)!;
    const unit = offer.lineNotes[line.id]?.unit ?? '';
    const own = offer.lineNotes[line.id]?.note ?? offer.extras.find(({ id }) => id === line.id)?.note ?? '';
    const each = quantity === '1' && unit === '' ? '' : `${quantity} ${unit ? `${unit} ` : ''}at ${sum(unitPrice)}`;
    const less = line.discount > 0 ? `less ${sum(line.discount)}` : '';
    return { label, note: [each, less, own].filter(Boolean).join(' · '), amount: sum(line.gross - line.discount) };
  });
  if (priced.discount > 0) rows.push({ label: 'Discount', note: '', amount: `−${sum(priced.discount)}` });
  for (const { code, amount } of priced.taxes) {
    const within = input.taxMode === 'inclusive';
    rows.push({
      label: within ? `${code} in it` : code,
      note: formatPercent(input.taxes[code]!.rate),
      amount: sum(amount),
    });
  }
  return rows;
}

/** What the client filled in; names that every object has are no answers. */
const answerOf = (filled: Filled, id: string): string => (Object.hasOwn(filled, id) ? filled[id]!.trim() : '');

const labelKey = (label: string): string => label.toLowerCase().replace(/\s+/g, ' ').trim();

/** A run that is only a field of many sentences becomes a block for each; otherwise the sentences stand in a row. */
function filledBlocks(blocks: readonly TextBlock[], values: FieldValues): TextBlock[] {
  return blocks.flatMap((block): TextBlock[] => {
    const [only] = block.runs;
    if (block.runs.length === 1 && only) {
      const paragraphs = fillParagraphs(only.text, values);
      return paragraphs.map((text) => ({ ...block, runs: [{ ...only, text }] }));
    }
    const runs = block.runs.map((run): Run => ({ ...run, text: fillFields(run.text, values) }));
    return runs.some((run) => run.text.trim() !== '') ? [{ ...block, runs }] : [];
  });
}

/** The agreement's text with what the booking and the client fill in; a line stands where the client has not yet. */
export const agreementText = (offer: Offer, party: QuoteParty, current: BookingState, filled: Filled): TextBlock[] =>
  offer.agreement ? filledAgreement(offer.agreement, offer, party, current, filled) : [];

/** The same of any booking. */
export function filledAgreement(
  agreement: Pick<Agreement, 'blocks' | 'fields'>,
  about: AgreementAbout,
  party: QuoteParty,
  current: BookingState,
  filled: Filled,
): TextBlock[] {
  const own = agreement.fields.map(({ id, label }): [string, FieldValue] => {
    const value = answerOf(filled, id);
    return [labelKey(label), value === '' ? '________' : value];
  });
  return filledBlocks(agreement.blocks, { ...bookingFields(about, party, current), ...Object.fromEntries(own) });
}

export function signedDocument(
  offer: Offer,
  about: QuoteParty & { readonly revision: number; readonly choice: Choice; readonly filled: Filled },
  current: BookingState,
): SignedDocument {
  const { agreed, asOf } = current;
  const today = localDate(asOf, agreed.timeZone);
  return {
    number: about.number,
    revision: about.revision,
    title: offer.title,
    business: about.businessName,
    client: offer.clientName,
    when: `${longWall(agreed.start, today)} to ${longWall(agreed.end, today)}`,
    agreement: offer.agreement?.name ?? '',
    blocks: agreementText(offer, about, current, about.filled),
    rows: priceRows(offer, about.choice),
    total: formatMoney(agreed.total, agreed.currency),
    money: planSentences(current),
    cancellation: cancellationSentences(current),
    filled: (offer.agreement?.fields ?? []).map(({ id, label }) => ({ label, value: answerOf(about.filled, id) })),
  };
}

/** The document as one text, line by line: what its SHA-256 is taken of. The order and the words are part of it. */
export function canonicalText(document: SignedDocument): string {
  const { number, revision, title, business, client, when, agreement, blocks, rows, total } = document;
  const text = (block: TextBlock): string => `${block.kind}: ${block.runs.map((run) => run.text).join('')}`;
  return [
    `Ostendo agreement 1`,
    `${number} revision ${revision}`,
    `business: ${business}`,
    `client: ${client}`,
    `service: ${title}`,
    `when: ${when}`,
    ...rows.map((row) => `line: ${row.label} | ${row.note} | ${row.amount}`),
    `total: ${total}`,
    ...document.money.map((sentence) => `money: ${sentence}`),
    ...document.cancellation.map((sentence) => `cancellation: ${sentence}`),
    `agreement: ${agreement}`,
    ...blocks.map(text),
    ...document.filled.map(({ label, value }) => `filled: ${label} = ${value}`),
  ].join('\n');
}
