import type { ClaimKind } from '#core/claims/said';
import type { TaxMoment } from '#core/books/books';

export const claimKindWords: Readonly<Record<ClaimKind, string>> = {
  damage: 'Damage or loss',
  late: 'Late return',
  refill: 'Refill and cleaning',
  other: 'Something else',
};

export const taxMomentWords: Readonly<Record<TaxMoment, string>> = {
  delivery: 'when the service was delivered',
  receipt: 'as the money comes in',
};
