import { BookingsQueryIn } from '#contracts/bookings/bookingsQuery';
import { ChangeBooking } from '#contracts/bookings/change';
import { AnswerAsk, AnswerRequest, CancelBooking, CreateBooking, OnBooking } from '#contracts/bookings/owner';
import { Currency } from '#contracts/core/parts';
import {
  acceptGap,
  answerAsk,
  answerRequest,
  bookingView,
  bookingsList,
  cancelBooking,
  changeBooking,
  changeView,
  copyLink,
  createBooking,
  find,
  today,
} from '#contracts/routes/bookings';
import { served, sizes } from '#contracts/routes/served';
import { z } from 'zod';

export const acceptGapServed = served(acceptGap, {
  in: OnBooking,
  right: 'bookings:change',
});

export const answerAskServed = served(answerAsk, {
  in: AnswerAsk,
  right: 'bookings:change',
});

export const answerRequestServed = served(answerRequest, {
  in: AnswerRequest,
  right: 'bookings:make',
});

export const bookingViewServed = served(bookingView, {
  in: z.object({ number: z.string().max(20) }),
  right: 'bookings:see',
});

export const bookingsListServed = served(bookingsList, { in: BookingsQueryIn, right: 'bookings:see' });

export const cancelBookingServed = served(cancelBooking, {
  in: CancelBooking,
  right: 'bookings:cancel',
});

export const changeBookingServed = served(changeBooking, {
  in: ChangeBooking,
  right: 'bookings:change',
  limits: { bytes: sizes.document },
});

export const changeViewServed = served(changeView, {
  in: z.object({ number: z.string().max(20) }),
  right: 'bookings:change',
});

export const copyLinkServed = served(copyLink, { in: OnBooking, right: 'bookings:change' });

export const createBookingServed = served(createBooking, {
  in: CreateBooking,
  right: 'bookings:make',
  limits: { bytes: sizes.document },
});

export const findServed = served(find, {
  in: z.object({ text: z.string().max(200).catch('') }),
  right: 'bookings:see',
});

export const todayServed = served(today, { in: z.object({ currency: Currency.optional() }), right: 'bookings:see' });
