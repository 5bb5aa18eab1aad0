import type { CodeCategory } from '#core/invoices/taxCategory';
import type { WaysShown } from '#core/paymentMethods/ways';
import type { Hours } from '#core/places/hours';
import type { BookingRules } from '#core/places/rules';
import type { WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import type { OnPage, PriceBasis, ServiceColour, ServiceExtra, ServiceKind, UsualClaim } from '#core/catalogue/service';

export type ServiceLine = {
  readonly id: string;
  readonly name: string;
  readonly kind: ServiceKind;
  readonly currency: string;
  readonly termsId: string;
  readonly basis: PriceBasis;
  readonly unitPrice: Minor;
  readonly included: string;
  readonly extras: readonly ServiceExtra[];
  readonly taxMode: 'inclusive' | 'exclusive';
  readonly taxCodes: readonly string[];
  readonly colour: ServiceColour;
  readonly retired: boolean;
  readonly ways: WaysShown;
  readonly booking: BookingRules | null;
  readonly group: string;
  readonly onPage: OnPage;
  readonly usualClaims: readonly UsualClaim[];
};

export type TaxLine = {
  readonly code: string;
  readonly label: string;
  readonly rate: Decimal;
  /** How it stands on documents. */
  readonly category: CodeCategory;
  /** Why none is charged, as a code of the list of exemptions. */
  readonly reason: string;
};

export type ServicesView = {
  readonly services: readonly (ServiceLine & { readonly coming: number })[];
  readonly taxes: readonly TaxLine[];
  readonly terms: readonly { readonly id: string; readonly name: string }[];
  readonly agreements: readonly { readonly id: string; readonly name: string }[];
  readonly places: readonly PlaceLine[];
  readonly dates: readonly DateLine[];
  readonly hours: Hours;
};

export type PlaceLine = {
  readonly id: string;
  readonly name: string;
  readonly kind: 'person' | 'room' | 'stock' | 'seats';
  readonly units: number;
  readonly hours: Hours | null;
  readonly retired: boolean;
  /** Times, still to come, that the owner keeps it for something else. */
  readonly blocks: readonly {
    readonly id: number;
    readonly start: WallTime;
    readonly end: WallTime;
    readonly note: string;
  }[];
};

export type DateLine = {
  readonly id: string;
  readonly serviceId: string;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly seats: number;
  readonly taken: number;
};
