import { type Instant, instantOfSeconds } from '#core/calendar/instant';
import { secondsAfterMove } from '#core/calendar/offset';
import { type Minor, minor } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import { OutOfRange } from '#core/outOfRange';
import type { Anchors } from '#core/plan/dueMoment';
import type { HoldRule } from '#core/plan/rules';
import { ok, refuse, type Result } from '#core/result';

/** One link of the chain: the next one is placed when this one is released, the last is released at the end of cover. */
export type PlannedAuthorisation = { place: Instant; expires: Instant; release: Instant };
export type HoldPlan = {
  amount: Minor;
  from: Instant;
  until: Instant;
  decideBy: Instant;
  authorisations: PlannedAuthorisation[];
};
export type HoldRefusal = { readonly code: 'hold_has_no_length' } | { readonly code: 'hold_margin_too_long' };

export const holdDefaults = { validHours: 168, marginHours: 12 } as const;
const longestChain = 10_000;

/** The validities and margin of a rule in hours, its defaults filled in. */
export function holdHours(rule: HoldRule): { first: number; renewed: number; margin: number } {
  const first = rule.validFor?.hours ?? holdDefaults.validHours;
  return {
    first,
    renewed: rule.renewValidFor?.hours ?? first,
    margin: rule.margin?.hours ?? holdDefaults.marginHours,
  };
}

/**
 * The chain of authorisations that covers a service (docs/rules/hold.md), or null where there is nothing to
 * hold or the cover would have ended before the agreement. A successor is placed one margin before an expiry that is
 * earlier than one margin after the end of cover, so that a capture is safe up to that end.
 * @throws {OutOfRange} where the amount is past 2^53 − 1, or the chain past 10,000
 */
export function holdPlan(rule: HoldRule, total: Minor, anchors: Anchors): Result<HoldPlan | null, HoldRefusal> {
  const amount = 'fixed' in rule.amount ? rule.amount.fixed : minor(percentOf(total, rule.amount.percent));
  if (amount === 0) return ok(null);

  const { place, keep } = rule;
  const placeWall = place.on === 'start' ? anchors.start : anchors.agreed;
  const placed = secondsAfterMove(placeWall, anchors.timeZone, place.plus ?? place.minus, place.minus ? -1 : 1);
  const from = Math.max(placed, anchors.agreedAt);
  const until = secondsAfterMove(anchors.end, anchors.timeZone, keep.plus, 1);
  if (until <= anchors.agreedAt) return ok(null);
  if (until <= from) return refuse({ code: 'hold_has_no_length' });
  const hours = holdHours(rule);
  if (hours.margin >= Math.min(hours.first, hours.renewed)) return refuse({ code: 'hold_margin_too_long' });

  return ok({
    amount,
    from: instantOfSeconds(from),
    until: instantOfSeconds(until),
    decideBy: instantOfSeconds(until),
    authorisations: authorisationChain({ from, until, ...hours }),
  });
}

function authorisationChain(cover: {
  from: number;
  until: number;
  first: number;
  renewed: number;
  margin: number;
}): PlannedAuthorisation[] {
  const margin = cover.margin * 3600;
  const chain: PlannedAuthorisation[] = [];
  let place = cover.from;
  let expires = place + cover.first * 3600;
  while (expires < cover.until + margin) {
    const release = expires - margin;
    if (chain.length >= longestChain - 1) throw new OutOfRange('a hold of more than 10,000 authorisations', 'hold');
    chain.push({
      place: instantOfSeconds(place),
      expires: instantOfSeconds(expires),
      release: instantOfSeconds(release),
    });
    place = release;
    expires = place + cover.renewed * 3600;
  }
  chain.push({
    place: instantOfSeconds(place),
    expires: instantOfSeconds(expires),
    release: instantOfSeconds(cover.until),
  });
  return chain;
}
