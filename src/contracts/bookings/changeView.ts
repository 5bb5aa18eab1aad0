import type { BookingView } from '#contracts/bookings/views';
import type { Deal } from '#core/bookings/deal';
import type { BookingRules } from '#core/places/rules';
import type { Terms } from '#core/terms/terms';
import type { ServiceLine, TaxLine } from '#contracts/catalogue/serviceViews';

export type ChangeView = {
  readonly booking: BookingView;
  readonly deal: Deal;
  /** Whether guests or units of the service are counted. */
  readonly counts: BookingRules['counts'];
  readonly seen: number;
  readonly taxes: readonly TaxLine[];
  readonly service: ServiceLine;
  /** The version's own rules, to tell what this booking has of its own. */
  readonly versionRules: Terms;
};
