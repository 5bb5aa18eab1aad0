import type { Fact } from '#core/bookings/facts';
import type { Ledger } from '#core/bookings/ledger';
import type { Instant } from '#core/calendar/instant';
import { closeout } from '#core/closeout/closeout';
import { type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import type { ProcessorCall } from '#core/payments/processorCall';

/**
 * The facts of a close-out once it is known whether the hold paid: captured, owed, closed. Where the
 * capture was refused, nothing was held after all and every claim is owed.
 */
export function closingFacts(input: {
  request: Extract<ProcessorCall, { kind: 'capture' }> | null;
  claims?: Extract<Fact, { kind: 'closedOut' }>['claims'];
  captured: boolean;
  ledger: Ledger;
  total: Minor;
  tax: Minor;
  /** The most that claims may take. */
  most?: Minor | undefined;
  /** In force and let go by this close-out. */
  releasing?: Minor;
  /** In hand of a refundable deposit; null where the plan has none. */
  security?: Minor | null;
  /** Whether that may pay the balance. */
  securityCoversBalance?: boolean;
  now: Instant;
}): Fact[] {
  const { request, captured, ledger, total, tax, now: at } = input;
  const claims = request?.claims ?? input.claims ?? [];
  const security = input.security ?? null;
  const most = request ? request.most : input.most;
  const inHand = sum(ledger.receipts.map((receipt) => receipt.amount - receipt.refunded));
  const received = minor(inHand - (security ?? 0));
  const onTheWay = sum(ledger.onTheWay.map(({ amount }) => amount));
  const held = captured && request ? request.held : (security ?? zero);
  // What the hold was asked for is what it gave; a deposit pays no more than what is not on its way already.
  const toCover = request ? request.balance : remainder(remainder(total, received), onTheWay);
  const figures = closeout({
    held,
    claims,
    outstanding: toCover,
    ...(most === undefined ? {} : { mostForClaims: most }),
    coverBalance: security === null ? captured : Boolean(input.securityCoversBalance),
  });
  const covered = remainder(toCover, figures.outstanding);
  // By the agenda at the end of the service, as a rule: here where the owner was quicker.
  const facts: Fact[] = ledger.delivered ? [] : [{ kind: 'delivered', at, total, tax, received }];
  if (captured && request) {
    const { authorisation, balance } = request;
    facts.push({ kind: 'holdCaptured', at, authorisation, held, captured: figures.capture, balance });
  }
  if (security !== null) {
    const claimed = sum(figures.met.map((claim) => claim.amount));
    const balance = minor(figures.capture - claimed);
    facts.push({ kind: 'securitySettled', at, claimed, balance, back: figures.release });
  }
  if (figures.shortfall > 0) facts.push({ kind: 'claimOwed', at, amount: figures.shortfall });
  const over = remainder(minor(received + covered), total);
  facts.push({
    kind: 'closedOut',
    at,
    ...(over > 0 ? { over } : {}),
    claims,
    captured: figures.capture,
    released: request || security !== null ? figures.release : (input.releasing ?? zero),
    shortfall: figures.shortfall,
    outstanding: remainder(total, minor(received + covered)),
  });
  const lost = !captured && request;
  const inForce = lost ? ledger.authorisations.find((each) => each.id === request.authorisation) : null;
  if (inForce?.state === 'inForce') {
    facts.push({ kind: 'holdLapsed', at, authorisation: inForce.id, amount: minor(inForce.amount) });
  }
  return facts;
}
