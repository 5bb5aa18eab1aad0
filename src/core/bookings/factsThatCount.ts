import type { Fact } from '#core/bookings/facts';

/** How many facts have happened that a decision rests on: all but messages sent and pages opened. */
export const factsThatCount = (facts: readonly Fact[]): number =>
  facts.filter((fact) => fact.kind !== 'sent' && fact.kind !== 'seen').length;
