import type { Fact, FactKind, FactOf } from '#core/bookings/facts';
import { ledgerOf } from '#core/bookings/ledger';
import type { DocumentRun } from '#core/invoices/document';
import { DocumentsStanding, type Issued, type WantedDocument } from '#core/invoices/documentsStanding';
import type { DocumentSettings } from '#core/invoices/settings';
import type { PlainDate } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';
import { least, type Minor, minor, sum, zero } from '#core/money/minor';
import { price, type PriceInput } from '#core/price/price';
import { sameValue } from '#core/sameValue';

/** The prices that a booking had, in order, as its facts tell. */
export function pricesOf(facts: readonly Fact[], now: PriceInput): PriceInput[] {
  const prices: PriceInput[] = [facts.find((fact) => fact.kind === 'changed')?.before.price ?? now];
  for (const fact of facts)
    if (fact.kind === 'changed' && !sameValue(fact.before.price, fact.after.price)) prices.push(fact.after.price);
  return prices;
}

type On = {
  readonly settings: Pick<DocumentSettings, 'from' | 'onAccount' | 'final'>;
  readonly timeZone: string;
  /** As it is now. */
  readonly price: PriceInput;
  /** What is due after these facts, at the moment of the last: what a request asks for. */
  readonly dueAfter: (facts: readonly Fact[]) => Minor;
};

/** The facts of a booking read through, with what stands so far. */
type Reading = {
  readonly standing: DocumentsStanding;
  readonly settings: On['settings'];
  /** Whether what happened then is invoiced by itself. */
  readonly within: (fact: Fact) => boolean;
  readonly prices: readonly PriceInput[];
  readonly dueAfter: () => Minor;
  /** Which of the prices holds. */
  at: number;
  /** In hand for the price. */
  received: Minor;
  delivered: boolean;
  /** Cancelled or lapsed. */
  over: boolean;
  /** Given back as a courtesy and credited so: what goes back of it takes no other document back. */
  courtesy: Minor;
  /** What a claim is for, in the owner's words. */
  readonly said: (claimId: string) => string;
};

const run = ({ at }: Reading): DocumentRun => `price:${at}`;
const totalNow = ({ prices, at }: Reading): Minor => price(prices[at]!).total;

/** So much of the documents on account is credited, newest first. */
function creditNewest(standing: DocumentsStanding, amount: Minor, cause: string): void {
  let rest = amount;
  for (const kept of standing.onAccount) {
    const taken = least(rest, kept.left);
    standing.credit(`${cause}:${kept.cause}`, kept, taken);
    rest = minor(rest - taken);
  }
}

/** What went out again takes its document on account back, while no final invoice stands. */
function wentOut(standing: DocumentsStanding, receiptId: string, amount: Minor, cause: string): void {
  const of = standing.onAccount.find((kept) => kept.cause === `received:${receiptId}`);
  if (of && !standing.final) standing.credit(cause, of, least(amount, of.left));
}

/** A document on account that was not paid is taken back before the final invoice. */
function unpaidBack({ standing, received }: Reading, cause: string): void {
  const onAccount = sum(standing.onAccount.map(({ left }) => left));
  creditNewest(standing, minor(onAccount - received), cause);
}

function wentBack(reading: Reading, receiptId: string, amount: Minor, cause: string): void {
  reading.received = minor(reading.received - amount);
  if (!reading.over) wentOut(reading.standing, receiptId, amount, cause);
}

function finalOf(reading: Reading, cause: string): void {
  const total = totalNow(reading);
  const { standing } = reading;
  if (total > 0 && !standing.final) standing.want({ cause, kind: 'final', run: run(reading) }, total);
}

function cameIn(reading: Reading, fact: Fact, receiptId: string, amount: number): void {
  const { standing, settings, within, delivered, over } = reading;
  reading.received = minor(reading.received + amount);
  if (settings.onAccount !== 'receipt' || !within(fact) || delivered || over || standing.final) return;
  const room = minor(totalNow(reading) - standing.onAccountIn(run(reading)));
  const counted = least(minor(amount), room);
  if (counted <= 0) return;
  standing.want({ cause: `received:${receiptId}`, kind: 'account', run: run(reading), amount: counted }, counted);
}

const asking: ReadonlySet<string> = new Set(['request', 'ask']);

/** A request is invoiced as it goes out, where the owner says so: what is due of it and is on no document yet. */
function asked(reading: Reading, fact: FactOf<'sent'>, index: number): void {
  const { standing, settings, within, delivered, over, received, dueAfter } = reading;
  if (settings.onAccount !== 'request' || !within(fact) || delivered || over || standing.final) return;
  if (!asking.has(fact.occasion)) return;
  const onAccount = sum(standing.onAccount.map(({ left }) => left));
  const room = minor(totalNow(reading) - standing.onAccountIn(run(reading)));
  const amount = least(minor(received + dueAfter() - onAccount), room);
  if (amount > 0) standing.want({ cause: `asked:${index}`, kind: 'account', run: run(reading), amount }, amount);
}

function changed(reading: Reading, { before, after, key }: FactOf<'changed'>): void {
  if (sameValue(before.price, after.price)) return;
  reading.at += 1;
  const { standing } = reading;
  const { final } = standing;
  if (final === null || standing.was(`changed:${key}`)) return;
  standing.credit(`changed:${key}:credit`, final, final.left);
  finalOf(reading, `changed:${key}`);
}

const keptLabel = {
  client: 'Kept on cancellation by the client',
  business: 'Kept on cancellation',
  no_show: 'Price of a service to which nobody came',
} as const;

/** What is kept is invoiced; what is on account beyond it is taken back. */
function cancelled(reading: Reading, fact: FactOf<'cancelled'>): void {
  const { standing, settings, within } = reading;
  const { keep, by, taxes = [] } = fact;
  reading.over = true;
  const { final } = standing;
  if (final && final.run !== 'kept') standing.credit('cancelled:final', final, final.left);
  if (standing.final) return;
  const onAccount = sum(standing.onAccount.map(({ left }) => left));
  creditNewest(standing, minor(onAccount - keep), 'cancelled');
  if (keep === 0 || !settings.final || !(within(fact) || final !== null || onAccount > 0)) return;
  const figures = { total: keep, taxes, lines: [{ label: keptLabel[by], amount: keep }] };
  standing.want({ cause: 'cancelled', kind: 'final', run: 'kept', figures }, keep);
}

function closedOut({ standing, settings, within }: Reading, fact: FactOf<'closedOut'>): void {
  const { taxes = [], claims } = fact;
  if (taxes.length === 0 || !settings.final || !within(fact)) return;
  const total = sum(claims.map(({ amount }) => amount));
  const figures = { total, taxes, lines: claims.map(({ reason, amount }) => ({ label: reason, amount })) };
  standing.want({ cause: 'claims', kind: 'final', run: 'claims', figures }, total);
}

/** Claims that were taken before the close-out, or asked for after it, have an invoice of their own where they have tax. */
function ofClaims(
  { standing, settings, within, said }: Reading,
  fact: FactOf<'claimsTaken'> | FactOf<'claimOwed'>,
  claims: readonly { readonly id: string; readonly amount: Minor }[],
  total: Minor,
): void {
  const { taxes = [] } = fact;
  if (taxes.length === 0 || !settings.final || !within(fact)) return;
  const lines = claims.map(({ id, amount }) => ({ label: said(id), amount }));
  const cause = `claims:${claims.map(({ id }) => id).join('+')}:${fact.at}`;
  standing.want({ cause, kind: 'final', run: 'claims', figures: { total, taxes, lines } }, total);
}

type Reads = { readonly [K in FactKind]?: (reading: Reading, fact: FactOf<K>, index: number) => void };
const reads: Reads = {
  sent: asked,
  received: (reading, fact) => cameIn(reading, fact, fact.receiptId, fact.amount - (fact.security ?? 0)),
  paymentCaptured: (reading, fact) => cameIn(reading, fact, fact.authorisation, fact.captured - (fact.security ?? 0)),
  refunded(reading, { refundId, receiptId, amount, security = 0 }) {
    const back = minor(amount - security);
    const courtesy = least(back, reading.courtesy);
    reading.courtesy = minor(reading.courtesy - courtesy);
    reading.received = minor(reading.received - courtesy);
    wentBack(reading, receiptId, minor(back - courtesy), `refunded:${refundId}`);
  },
  debitReturned(reading, { settled, receiptId, amount, security = 0 }) {
    if (settled) wentBack(reading, receiptId, minor(amount - security), `returned:${receiptId}`);
  },
  putRight(reading, { receiptId, amount, security = zero }) {
    wentBack(reading, receiptId, minor(amount - security), `putRight:${receiptId}`);
  },
  disputeDecided(reading, { outcome, disputeId, receiptId, amount, claims, security = zero }, index) {
    if (outcome === 'lost' || outcome === 'givenIn')
      wentBack(reading, receiptId, minor(amount - claims - security), `disputed:${disputeId}:${index}`);
  },
  courtesy(reading, { courtesyId, amount }) {
    const { final } = reading.standing;
    reading.courtesy = sum([reading.courtesy, amount]);
    if (final) reading.standing.credit(`courtesy:${courtesyId}`, final, least(amount, final.left));
  },
  claimsTaken: (reading, fact) => ofClaims(reading, fact, fact.claims, fact.captured),
  claimOwed: (reading, fact) => ofClaims(reading, fact, fact.claims ?? [], fact.amount),
  delivered(reading, fact) {
    reading.delivered = true;
    if (!reading.settings.final || !reading.within(fact) || reading.standing.final) return;
    unpaidBack(reading, 'delivered');
    finalOf(reading, 'delivered');
  },
  changed,
  cancelled,
  closedOut,
  lapsed(reading) {
    reading.over = true;
    const { standing } = reading;
    creditNewest(standing, sum(standing.onAccount.map(({ left }) => left)), 'lapsed');
  },
  revived(reading) {
    reading.over = false;
  },
};

/** Whether documents may follow from a letter of this occasion, by some setting. */
export const mayAskForDocuments = (occasion: string): boolean => asking.has(occasion);

/** Whether documents may follow from a fact. */
export function asksForDocuments(
  fact: Fact,
  { from, onAccount }: Pick<DocumentSettings, 'from' | 'onAccount'>,
): boolean {
  if (from === null) return false;
  return fact.kind === 'sent'
    ? onAccount === 'request' && mayAskForDocuments(fact.occasion)
    : Object.hasOwn(reads, fact.kind);
}

/**
 * The documents of a booking that follow from its facts and were not issued yet, in the order in which they are to be
 * (docs/rules/documents.md). Which are wanted at all is a setting; what was issued is only ever credited.
 */
export function wantedDocuments(
  facts: readonly Fact[],
  issued: readonly Issued[],
  { settings, timeZone, price: now, dueAfter }: On,
): WantedDocument[] {
  let index = 0;
  const reading: Reading = {
    standing: new DocumentsStanding(issued),
    settings,
    within: ({ at }) => settings.from !== null && localDate(at, timeZone) >= settings.from,
    prices: pricesOf(facts, now),
    dueAfter: () => dueAfter(facts.slice(0, index + 1)),
    at: 0,
    received: zero,
    delivered: false,
    over: false,
    courtesy: zero,
    said: (id) => ledgerOf(facts).after.claims.find(({ claimId }) => claimId === id)?.reason ?? '',
  };
  for (; index < facts.length; index++) {
    const fact = facts[index]!;
    (reads[fact.kind] as ((reading: Reading, fact: Fact, index: number) => void) | undefined)?.(reading, fact, index);
  }
  return reading.standing.wanted;
}

const ever = '0001-01-01' as PlainDate;

/**
 * What the owner has issued now: all that follows from the facts, whatever the settings are; else, once the service was
 * delivered and nothing stands, another final invoice.
 */
export function byHand(
  facts: readonly Fact[],
  issued: readonly Issued[],
  { timeZone, price: now, key }: { readonly timeZone: string; readonly price: PriceInput; readonly key: string },
): WantedDocument[] {
  const settings = { from: ever, onAccount: 'none', final: true } as const;
  const wanted = wantedDocuments(facts, issued, { settings, timeZone, price: now, dueAfter: () => zero });
  if (wanted.length > 0) return wanted;
  const delivered = facts.some(({ kind }) => kind === 'delivered');
  const over = facts.some(({ kind }) => kind === 'cancelled' || kind === 'lapsed');
  const stands = new DocumentsStanding(issued).final !== null;
  if (!delivered || over || stands || price(now).total === 0) return [];
  return [{ cause: `hand:${key}`, kind: 'final', run: `price:${pricesOf(facts, now).length - 1}` }];
}
