import type { BookingView } from '#contracts/bookings/views';
import { type Standing } from '#core/bookings/standing';

export type DialogProps = { readonly view: BookingView; readonly standing: Standing; readonly close: () => void };
