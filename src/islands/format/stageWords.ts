import type { BookingStage } from '#core/bookings/stage';
import type { InstalmentState } from '#core/position/position';

export const stageWords = {
  enquiry: 'Asked for',
  waiting: 'Waiting for the client',
  secured: 'Secured',
  inService: 'In service',
  toCloseOut: 'To close out',
  closed: 'Closed',
  cancelled: 'Cancelled',
  lapsed: 'Lapsed',
} satisfies Record<BookingStage, string>;

export const instalmentWords = {
  planned: 'planned',
  due: 'due',
  late: 'late',
  paid: 'received',
  open: 'no date yet',
} satisfies Record<InstalmentState, string>;
