import type { Agreement } from '#core/agreements/agreement';
import type { Agreed } from '#core/bookings/agreed';
import type { WallTime } from '#core/calendar/wallTime';
import type { Minor } from '#core/money/minor';
import type { Decimal } from '#core/money/decimal';
import { price, type Price, type PriceInput } from '#core/price/price';
import type { Attachment, QuoteBlock, Settling } from '#core/quotes/draft';
import { settledTerms } from '#core/quotes/settledTerms';
import type { Waiver } from '#core/catalogue/service';
import { waivedTerms } from '#core/catalogue/waiver';
import type { Terms } from '#core/terms/terms';
import type { Instant } from '#core/calendar/instant';

/** What the client may add, or have more or less of. */
export type OfferedExtra = {
  readonly id: string;
  readonly label: string;
  readonly note: string;
  readonly unitPrice: Minor;
  readonly taxes: readonly string[];
  readonly least: number;
  readonly most: number;
  readonly preset: number;
  readonly waiver?: Waiver;
};
/** How many of each extra, by its id. */
export type Choice = Readonly<Record<string, number>>;

/**
 * What is offered, exactly: a quote's draft read through, with the terms and tax rates of the moment in which it was
 * sent. A revision keeps it as it was, whatever changes later.
 */
export type Offer = {
  readonly title: string;
  readonly subject: string;
  readonly clientName: string;
  readonly clientEmail: string;
  readonly copyTo: readonly string[];
  readonly serviceId: string;
  readonly currency: string;
  readonly timeZone: string;
  readonly start: WallTime;
  readonly end: WallTime;
  /** Without the extras. */
  readonly price: PriceInput;
  /** What stands beside a line: a word on it, and the unit that its quantity counts. */
  readonly lineNotes: Readonly<Record<string, { readonly note: string; readonly unit: string }>>;
  readonly extras: readonly OfferedExtra[];
  readonly termsId: string;
  readonly termsVersion: number;
  readonly terms: Terms;
  readonly settling: Settling;
  readonly accountDays: number;
  readonly expiresAt: Instant | null;
  readonly included: string;
  readonly note: string;
  readonly reference: string;
  readonly attachments: readonly Attachment[];
  readonly thanks: string;
  readonly nextPage: string;
  readonly agreement: Agreement | null;
  readonly blocks: readonly QuoteBlock[];
};

export const presetChoice = ({ extras }: Pick<Offer, 'extras'>): Choice =>
  Object.fromEntries(extras.map(({ id, preset }) => [id, preset]));

/** The extra whose number is outside of what the owner allows, or that the offer does not have; null where all are fine. */
export function choiceOutOfLimits({ extras }: Pick<Offer, 'extras'>, choice: Choice): string | null {
  const unknown = Object.keys(choice).find((id) => !extras.some((extra) => extra.id === id));
  if (unknown !== undefined) return unknown;
  const wrong = extras.find(({ id, least, most }) => {
    const count = Object.hasOwn(choice, id) ? choice[id]! : 0;
    return !Number.isInteger(count) || count > most || (count < least && count !== 0) || (least > 0 && count === 0);
  });
  return wrong?.id ?? null;
}

/** The price's lines with the extras that were chosen, each as many times as it was. */
export function priceInputOf({ price: input, extras }: Pick<Offer, 'price' | 'extras'>, choice: Choice): PriceInput {
  const chosen = extras.flatMap(({ id, label, unitPrice, taxes }) => {
    const count = Object.hasOwn(choice, id) ? choice[id]! : 0;
    return count > 0 ? [{ id, label, quantity: String(count) as Decimal, unitPrice, taxes }] : [];
  });
  return { ...input, lines: [...input.lines, ...chosen] };
}

export const offerPrice = (offer: Pick<Offer, 'price' | 'extras'>, choice: Choice): Price =>
  price(priceInputOf(offer, choice));

/** The terms that a choice is agreed on: who pays how, and with less held where a damage waiver is chosen. */
export const termsOfOffer = (offer: Offer, choice: Choice): Terms => {
  const { lines } = priceInputOf(offer, choice);
  return waivedTerms(settledTerms(offer.terms, offer), offer.extras, { lines, total: offerPrice(offer, choice).total });
};

/** What would be agreed if the client accepted the choice at that time of the business's clocks. */
export const agreedByOffer = (offer: Offer, choice: Choice, agreed: WallTime): Agreed => ({
  currency: offer.currency,
  timeZone: offer.timeZone,
  agreed,
  start: offer.start,
  end: offer.end,
  total: offerPrice(offer, choice).total,
  terms: termsOfOffer(offer, choice),
});
