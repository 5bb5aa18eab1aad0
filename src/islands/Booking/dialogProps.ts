import type { BookingView } from '#contracts/views';
import { type Standing } from '#core/booking/standing';

export type DialogProps = { readonly view: BookingView; readonly standing: Standing; readonly close: () => void };
