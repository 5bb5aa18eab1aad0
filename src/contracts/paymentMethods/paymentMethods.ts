import { Currency, Money } from '#contracts/core/parts';
import { waysToPay } from '#core/paymentMethods/ways';
import { z } from 'zod';

const Id = z.string().min(1).max(64);

/** What is hidden for everybody, for a service or for one request, and the account that is preferred there. */
export const Shown = z.strictObject({
  hidden: z.array(z.enum(waysToPay)).max(waysToPay.length),
  online: Id.nullable(),
});

export const SavePaymentMethods = z.strictObject({
  ways: Shown,
  /** Where transfers go to, as clients read it. */
  transferTo: z.string().trim().max(500, 'at most 500 letters'),
});
export type SavePaymentMethods = z.infer<typeof SavePaymentMethods>;

export const Connect = z.strictObject({
  provider: Id,
  mode: z.enum(['test', 'live']),
  currency: Currency,
});
export type Connect = z.infer<typeof Connect>;

/** With what the processor's page leads back. */
export const FinishConnecting = z.strictObject({ state: Id, code: z.string().min(8).max(100) });
export type FinishConnecting = z.infer<typeof FinishConnecting>;

export const OnAccount = z.strictObject({ accountId: Id });
export type OnAccount = z.infer<typeof OnAccount>;

/** Null: the usual way again. */
export const ChooseAccount = z.strictObject({ bookingId: Id, accountId: Id.nullable() });
export type ChooseAccount = z.infer<typeof ChooseAccount>;

/** How much may stand open on a client's house account; null closes it. */
export const SaveAccountLimit = z.strictObject({
  clientId: z.string().min(1, 'a client that is there already').max(64),
  limit: Money.nullable(),
});
export type SaveAccountLimit = z.infer<typeof SaveAccountLimit>;

/** Of the stand-ins: whether a processor refuses to renew an account's access. */
export const SteerRenewals = z.strictObject({ reference: Id, refuses: z.boolean() });
