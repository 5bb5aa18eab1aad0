import { addHours, addSeconds, type Instant } from '#core/calendar/instant';
import { type Minor, minor, sum } from '#core/money/minor';
import type { ProcessorAnswer } from '#core/payments/answer';
import type { Abilities } from '#server/ports';
import { descriptionOf, processorFee } from '#world/accounts/catalogue';
import type { NetworkRequest } from '#world/cardNetwork/request';
import type { authorisations, payments } from '#world/cardNetwork/tables';
import { payOutMoment } from '#world/cardNetwork/workingDays';
import { randomBytes } from 'node:crypto';

/** A processor's account as a request reaches it. */
export type AtAccount = { readonly account: string; readonly provider: string };
type PaymentRow = typeof payments.$inferInsert;

export const abilitiesOf = (provider: string): Abilities => descriptionOf(provider).abilities;

/** A name that the network gives out. */
export const reference = (kind: string): string => `${kind}-${randomBytes(9).toString('base64url')}`;

/** How long a bank waits for the client's confirmation. */
const confirmSeconds = 15 * 60;
export const bankPage =
  (baseUrl: string) =>
  (confirmation: string): string =>
    `${baseUrl}/stand-in/bank/${confirmation}`;

/** A bank wants its client to confirm, on that page, within a while. */
export function waitForClient(url: (confirmation: string) => string, at: Instant) {
  const confirmation = randomBytes(18).toString('base64url');
  const until = addSeconds(at, confirmSeconds);
  const answer: ProcessorAnswer = { outcome: 'confirm', reference: confirmation, url: url(confirmation), until, at };
  return { answer, confirmation, confirmUntil: until };
}

/** Money that a card or a hold gave, paid out with the next payout. */
export const paymentRow = (
  paid: {
    readonly account: string;
    readonly amount: Minor;
    readonly currency: string;
    readonly description: string;
    readonly token: string | null;
  },
  at: Instant,
) =>
  ({ ...paid, reference: reference('pay'), refunded: minor(0), at, payOutAt: payOutMoment(at) }) satisfies PaymentRow;

/** Money that goes back over a payment. */
export const refundRow = (
  { account, currency, description }: Pick<PaymentRow, 'account' | 'currency' | 'description'>,
  amount: Minor,
  at: Instant,
) =>
  ({
    reference: reference('back'),
    account,
    amount: minor(-amount),
    currency,
    description,
    refunded: minor(0),
    at,
    payOutAt: payOutMoment(at),
  }) satisfies PaymentRow;

/** An authorisation, as long as its account honours one. */
export function holdRow(
  { account, provider }: AtAccount,
  { amount, currency, description, card, renews }: Extract<NetworkRequest, { kind: 'authorise' }>,
  at: Instant,
) {
  const held = reference('hold');
  const { validHours, renewValidHours } = abilitiesOf(provider);
  return {
    reference: held,
    account,
    token: card ?? `${held}, at the counter`,
    amount,
    currency,
    description,
    placedAt: at,
    expiresAt: addHours(at, renews ? renewValidHours : validHours),
    state: 'live',
    renews: renews ?? null,
  } satisfies typeof authorisations.$inferInsert;
}

/** What payments come to that are paid out together, less what their processor takes of each. */
export function payoutOf(
  provider: string,
  batch: readonly { readonly reference: string; readonly amount: Minor; readonly free?: boolean }[],
) {
  const lines = batch.map(({ reference, amount, free }) => ({
    reference,
    amount,
    fee: minor(free ? 0 : processorFee(provider, amount)),
  }));
  return { lines, gross: sum(lines.map(({ amount }) => amount)), fee: sum(lines.map(({ fee }) => fee)) };
}
