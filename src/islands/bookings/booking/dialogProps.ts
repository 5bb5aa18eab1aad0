import type { BookingView } from '#contracts/bookings/views';
import { type BookingState } from '#core/bookings/bookingState';

export type DialogProps = {
  readonly view: BookingView;
  readonly bookingState: BookingState;
  readonly close: () => void;
};
