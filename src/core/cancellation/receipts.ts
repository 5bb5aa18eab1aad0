import type { Instant } from '#core/calendar/instant';
import { type Minor } from '#core/money/minor';

export type RefundableReceipt = {
  readonly id: string;
  readonly amount: Minor;
  readonly refunded?: Minor | undefined;
  readonly at: Instant;
};
