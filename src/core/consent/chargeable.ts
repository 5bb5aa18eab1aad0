import { acceptedIn } from '#core/claims/claims';
import type { Ledger } from '#core/bookings/ledger';
import type { Part } from '#core/bookings/part';
import { least, type Minor, remainder, sum, zero } from '#core/money/minor';

/** The rest of a part that was split is of that part, and of its sum (core/bookings/ownRules.ts). */
const wholeOf = (name: string): string => name.replace(/^(rest of the )+/, '');

/**
 * What of each part the card or account on file may pay without another question, in the order of the parts
 * (docs/rules/consent.md): of an instalment at most the sum that was agreed under its name; what a cancellation left
 * owed at most what was named for that; claims only as far as the client has accepted them. What was kept before there
 * were purposes pays the plan, as it was said then, and nothing else.
 */
export function chargeableOf(parts: readonly Part[], ledger: Pick<Ledger, 'card' | 'after' | 'closedOut'>): Minor[] {
  const { card, after, closedOut } = ledger;
  if (!card) return parts.map(() => zero);
  const { purposes } = card;
  if (!purposes) return parts.map(({ origin, left }) => (origin === 'plan' || origin === 'security' ? left : zero));
  const agreed = new Map<string, Minor>();
  for (const { name, amount } of purposes.instalments)
    agreed.set(wholeOf(name), sum([agreed.get(wholeOf(name)) ?? zero, amount]));
  const used = new Map<string, Minor>();
  return parts.map(({ origin, name, paid, left }): Minor => {
    if (origin === 'cancellation') return least(left, purposes.cancellation?.most ?? zero);
    if (origin === 'claims') {
      const accepted = purposes.claims ? acceptedIn(after.claims) : zero;
      const closing = closedOut ? sum(closedOut.claims.map(({ amount }) => amount)) - closedOut.shortfall : 0;
      const taken = sum([...after.claims.map((claim) => claim.taken), closing]);
      return least(left, remainder(accepted, sum([taken, paid])));
    }
    const whole = wholeOf(name);
    const before = used.get(whole) ?? zero;
    const allowed = least(left, remainder(agreed.get(whole) ?? zero, sum([before, paid])));
    used.set(whole, sum([before, paid, allowed]));
    return allowed;
  });
}

/** What of all that is due now may be charged: less what is on its way, and nothing that was not agreed. */
export function chargeableNow(parts: readonly Part[], ledger: Parameters<typeof chargeableOf>[1]): Minor {
  const allowed = chargeableOf(parts, ledger);
  const due = parts.map(({ state, coming }, index) =>
    state === 'due' || state === 'late' ? remainder(allowed[index]!, coming) : zero,
  );
  return sum(due);
}

/** The sum of a hold that may stand: at most what was agreed, where that was said with its sum. */
export function holdAgreed(wanted: Minor, { holdCard }: Pick<Ledger, 'holdCard'>): Minor {
  const purposes = holdCard?.purposes;
  return purposes ? least(wanted, purposes.hold?.amount ?? zero) : wanted;
}
