import { planOf } from '#core/bookings/keptPlan';
import type { PlainDate } from '#core/calendar/days';
import { addHours, type Instant } from '#core/calendar/instant';
import { cancellationSteps } from '#core/cancellation/steps';
import type { DateOffset } from '#core/calendar/offset';
import { isFeeBanned } from '#core/fee/surchargeBan';
import { holdHours } from '#core/hold/holdPlan';
import type { Minor } from '#core/money/minor';
import { priceThatDoesNotAddUp } from '#core/terms/everyPrice';
import { type Example, exampleAgreed, exampleStanding, paidOnTime } from '#core/terms/example';
import type { Terms } from '#core/terms/terms';

/** Something in terms that works and may still surprise; `kind` for the sentence, the rest explains. */
export type TermsWarning =
  | { readonly kind: 'calendarDate'; readonly name: string; readonly date: PlainDate }
  | { readonly kind: 'renewals'; readonly count: number; readonly swap: boolean }
  | { readonly kind: 'dueAfterService'; readonly name: string }
  | { readonly kind: 'keepAboveInHand'; readonly keep: Minor; readonly inHand: Minor; readonly from: Instant }
  | { readonly kind: 'noTiers' }
  | { readonly kind: 'swap' }
  | { readonly kind: 'feeBanned'; readonly country: string }
  | { readonly kind: 'noCardYet'; readonly names: readonly string[] }
  | { readonly kind: 'holdAbovePrice'; readonly amount: Minor }
  /** The cover ends before a claim could have been looked at and answered. */
  | { readonly kind: 'coverShort'; readonly hours: number; readonly needed: number };

/** Terms that give no plan at some price or on some dates: they cannot be given to a service. */
export type TermsFault =
  | { readonly code: 'no_instalments' }
  | { readonly code: 'terms_do_not_add_up'; readonly price: Minor }
  | { readonly code: 'hold_has_no_length' }
  | { readonly code: 'hold_margin_too_long' };

/** What the rules say by themselves, whatever the booking. */
export function termsFaults(terms: Terms): TermsFault[] {
  const faults: TermsFault[] = [];
  if (terms.instalments.length === 0) return [{ code: 'no_instalments' }];
  const price = priceThatDoesNotAddUp(terms.instalments.map((rule) => rule.amount));
  if (price !== null) faults.push({ code: 'terms_do_not_add_up', price });
  if (terms.hold) {
    const { first, renewed, margin } = holdHours(terms.hold);
    if (margin >= Math.min(first, renewed)) faults.push({ code: 'hold_margin_too_long' });
  }
  return faults;
}

/** The services on which a hold is tried: an appointment of no length, an evening, three weeks. */
const lengthsHours = [0, 3, 21 * 24] as const;

/** Faults of the rules, and those that come out on the example made shorter and longer. */
export function faultsOn(terms: Terms, example: Example): TermsFault[] {
  const faults = termsFaults(terms);
  if (faults.length > 0) return faults;
  for (const hours of lengthsHours) {
    const end = addHours(`${example.start}:00Z` as Instant, hours).slice(0, 16) as typeof example.end;
    const tried = planOf(exampleAgreed({ ...example, end }, terms));
    if (!tried.ok && tried.refusal.code === 'hold_has_no_length') return [{ code: 'hold_has_no_length' }];
  }
  return [];
}

/** Hours in which what came back is looked at. */
const inspectionHours = 48;

/** Inspection and objection together take longer than the hold is kept (docs/rules/afterTheService.md). */
function coverTooShort({ hold, claims }: Terms): Extract<TermsWarning, { kind: 'coverShort' }> | null {
  if (!hold || !claims) return null;
  const { plus } = hold.keep;
  const hours = !plus ? 0 : 'hours' in plus ? plus.hours : 24 * daysOf(plus);
  const needed = inspectionHours + claims.answerDays * 24;
  return hours < needed ? { kind: 'coverShort', hours, needed } : null;
}

const daysOf = (offset: DateOffset): number =>
  'months' in offset ? 30 * offset.months : 'weeks' in offset ? 7 * offset.weeks : offset.days;

/** What an owner should know of these terms, on the example and at large; nothing while they give no plan. */
export function termsWarnings(terms: Terms, example: Example): TermsWarning[] {
  const made = exampleStanding(example, terms);
  if (!made.ok) return [];
  const { plan, endAt, agreed } = made.value;
  const warnings: TermsWarning[] = [];
  for (const { name, due } of terms.instalments) {
    if ('date' in due) warnings.push({ kind: 'calendarDate', name, date: due.date });
  }
  for (const part of plan.instalments) {
    if (part.dueAt !== null && part.dueAt > endAt && part.origin !== 'security')
      warnings.push({ kind: 'dueAfterService', name: part.name });
  }
  if (terms.cancellation.tiers.length === 0) warnings.push({ kind: 'noTiers' });
  const steps = cancellationSteps({ ...agreed, terms: terms.cancellation, receiptsBy: paidOnTime(made.value) });
  const short = steps.find((step) => step.owed > 0);
  if (short)
    warnings.push({
      kind: 'keepAboveInHand',
      keep: short.keep,
      inHand: (short.keep - short.owed) as Minor,
      from: short.from,
    });

  const renewals = (plan.hold?.authorisations.length ?? 1) - 1;
  const swap = terms.hold?.style === 'swap';
  if (swap) warnings.push({ kind: 'swap' });
  if (renewals > 0) warnings.push({ kind: 'renewals', count: renewals, swap });
  if (plan.hold && plan.hold.amount > example.total)
    warnings.push({ kind: 'holdAbovePrice', amount: plan.hold.amount });
  const cover = coverTooShort(terms);
  if (cover) warnings.push(cover);
  if (terms.fee && isFeeBanned(terms.fee.country)) warnings.push({ kind: 'feeBanned', country: terms.fee.country });
  const asksFirst = terms.cardOnFile || plan.instalments.some((part) => part.now && part.collect === 'ask');
  const charged = terms.instalments.filter((rule) => rule.collect === 'charge').map((rule) => rule.name);
  if (!asksFirst && (charged.length > 0 || terms.hold))
    warnings.push({ kind: 'noCardYet', names: terms.hold ? [...charged, 'hold'] : charged });
  return warnings;
}
