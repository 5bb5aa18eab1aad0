import type { BookingState } from '#core/bookings/bookingState';
import { keptAmount } from '#core/cancellation/keep';
import { cancellationSteps } from '#core/cancellation/steps';
import { amountsOf } from '#core/bookings/ownRules';
import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { OutOfRange } from '#core/outOfRange';
import { type Example, exampleStanding, paidOnTime } from '#core/terms/example';
import { type HardCase, hardCases } from '#core/terms/hardCases';
import { faultsOn, type TermsFault, type TermsWarning, termsWarnings } from '#core/terms/warnings';
import type { TermsDraft } from '#islands/catalogue/terms/draft';
import type { Terms } from '#core/terms/terms';
import type { Reading } from '#islands/catalogue/terms/readDraft';

/** What moves with the keystroke itself: the example and the figures beside the rules. */
export type OnExample = {
  /** Null while the rules give no plan on the example. */
  readonly bookingState: BookingState | null;
  /** What each instalment takes, by the id of its draft. */
  readonly amounts: ReadonlyMap<string, Minor>;
  /** What each cancellation rule keeps, by the id of its draft or its name. */
  readonly kept: ReadonlyMap<string, string>;
};
/** What follows from the same rules, drawn right after. */
export type Consequences = {
  readonly faults: readonly TermsFault[];
  readonly warnings: readonly TermsWarning[];
  readonly cases: readonly HardCase[];
};

const nothing: OnExample = { bookingState: null, amounts: new Map(), kept: new Map() };

/** Years out of the calendar's reach, sums out of money's: no plan, and the fields say why. */
function orElse<T>(work: () => T, instead: T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof OutOfRange) return instead;
    throw error;
  }
}

/** The example, computed by the core with each keystroke. */
export const onExample = (draft: TermsDraft, { terms, good }: Reading, example: Example): OnExample =>
  orElse(() => {
    const made = exampleStanding(example, terms);
    const taken = amountsOf(terms.instalments, example.total);
    const whole = draft.instalments.filter(({ id }) => good.has(id));
    return {
      bookingState: made.ok ? made.value : null,
      amounts: new Map(whole.map(({ id }, index) => [id, taken[index]!])),
      kept: made.ok ? keptFigures(draft, good, made.value) : new Map<string, string>(),
    };
  }, nothing);

export const consequencesOf = (terms: Terms, example: Example): Consequences =>
  orElse<Consequences>(
    () => ({
      faults: faultsOn(terms, example),
      warnings: termsWarnings(terms, example),
      cases: terms.instalments.length === 0 ? [] : hardCases(terms, example),
    }),
    { faults: [], warnings: [], cases: [] },
  );

function keptFigures(draft: TermsDraft, good: Reading['good'], bookingState: BookingState): Map<string, string> {
  const { agreed } = bookingState;
  const { cancellation } = agreed.terms;
  const said = (amount: Minor): string => formatAmount(amount, agreed.currency);
  const steps = cancellationSteps({ ...agreed, terms: cancellation, receiptsBy: paidOnTime(bookingState) });
  const tiers = draft.tiers.filter(({ id }) => good.has(id));
  const figures = tiers.map(({ id }, index): [string, string] => {
    const step = steps.find((each) => each.tier === index);
    const keep = step?.keep ?? keptAmount(cancellation.tiers[index]!.keep, agreed.total, agreed.total);
    return [id, said(keep)];
  });
  const noShow = cancellation.noShow ? keptAmount(cancellation.noShow, agreed.total, agreed.total) : agreed.total;
  return new Map([...figures, ['none', said(agreed.total)], ['grace', said(0 as Minor)], ['noShow', said(noShow)]]);
}
