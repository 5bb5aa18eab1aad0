import type { CardRequest } from '#server/ports';
import type { Minor } from '#core/money/minor';

/** A request as the network keeps it, to answer a repeat alike and to refuse a changed one. */
export type NetworkRequest =
  | ({ readonly kind: 'charge' } & CardRequest)
  | ({ readonly kind: 'authorise'; readonly renews?: string } & CardRequest)
  | {
      readonly kind: 'capture';
      readonly key: string;
      readonly authorisation: string;
      readonly amount: Minor;
      readonly more?: boolean;
    }
  | { readonly kind: 'release' | 'extend'; readonly key: string; readonly authorisation: string }
  | { readonly kind: 'raise'; readonly key: string; readonly authorisation: string; readonly amount: Minor }
  | { readonly kind: 'refund'; readonly key: string; readonly payment: string; readonly amount: Minor }
  | { readonly kind: 'verify'; readonly key: string; readonly card: string; readonly clientPresent: boolean };
