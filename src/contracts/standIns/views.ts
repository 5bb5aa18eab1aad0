import type { SteerFaults } from '#contracts/standIns/faults';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';

/** The simulated world as its view is given. */

export type StandInsView = {
  readonly now: Instant;
  readonly standing: boolean;
  readonly moving: { readonly from: Instant; readonly at: Instant; readonly to: Instant } | null;
  readonly network: {
    readonly live: readonly NetworkAuthorisation[];
    readonly ended: readonly NetworkAuthorisation[];
    readonly events: readonly {
      readonly id: string;
      readonly at: Instant;
      readonly delivered: boolean;
      readonly tries: number;
      readonly event: { readonly type: string };
    }[];
    readonly payments: readonly {
      readonly reference: string;
      readonly amount: Minor;
      readonly currency: string;
      readonly at: Instant;
      readonly payout: string | null;
      readonly description: string;
    }[];
    readonly counts: { readonly undelivered: number; readonly all: number };
  };
  readonly accounts: readonly {
    readonly reference: string;
    readonly name: string;
    readonly mode: 'test' | 'live';
    readonly currency: string;
    readonly accessUntil: Instant;
    readonly refusesRenewal: boolean;
  }[];
  readonly mail: readonly {
    readonly seq: number;
    readonly at: Instant;
    readonly recipient: string;
    readonly subject: string;
  }[];
  readonly faults: { readonly settings: SteerFaults; readonly counts: Readonly<Record<string, number>> };
};
type NetworkAuthorisation = {
  readonly reference: string;
  readonly amount: Minor;
  readonly currency: string;
  readonly description: string;
  readonly placedAt: Instant;
  readonly expiresAt: Instant;
  readonly state: 'live' | 'captured' | 'released' | 'lapsed';
  readonly captured: Minor | null;
  readonly endedAt: Instant | null;
};
export type ReadMail = {
  readonly seq: number;
  readonly at: Instant;
  readonly recipient: string;
  readonly subject: string;
  readonly from: string;
  readonly text: string;
  readonly mime: string;
};
