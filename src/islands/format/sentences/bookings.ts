import { type Unusual, unusuals } from '#core/bookings/unusual';
import { sumIn, type Sentences } from '#islands/format/say';

const unusualWords = {
  startsInPast: 'it would begin in the past',
  endsInPast: 'it would be over already',
  startsOnClosedDay: 'it would begin on a day that you are closed',
  endsOnClosedDay: 'it would end on a day that you are closed',
} satisfies Record<Unusual, string>;

const unusualSentence = (unusual: unknown): string => {
  const known = unusuals.filter((each) => Array.isArray(unusual) && unusual.includes(each));
  const said = known.map((each) => unusualWords[each]).join(', and ');
  return `${said[0]?.toUpperCase() ?? ''}${said.slice(1)}. Nothing is changed yet; if you mean it, press once more.`;
};

/** Of a booking: its making, changes, close-out and what is due of it. */
export const bookingsSentences = {
  booking_not_found: 'This booking is no longer there.',
  date_out_of_reach: 'This day is more than five years away. Is the year right?',
  payment_under_way: 'A payment of this booking is under way. Wait for it, or finish it in the other window.',
  nothing_due: 'Nothing is due now.',
  no_card: 'There is no card on file for this booking.',
  no_gap: 'The cover gap is closed already.',
  booking_over: 'This booking is over; nothing more can be paid or changed here.',
  not_to_close_out: 'This booking is not waiting for its close-out.',
  no_consent_for_balance: 'The client has not agreed that the hold pays a balance.',
  booking_changed: 'Something happened to this booking since you opened it. Look again, then repeat this.',
  position_changed: 'A payment came in since you opened this. Look again, then repeat this.',
  nothing_changed: 'Nothing is changed yet.',
  end_before_start: 'The end is before the start.',
  not_over_yet: 'The service is still to come: change the booking instead.',
  nothing_asked: 'This request has been answered already, or its time is over.',
  place_taken: 'Somebody or something else is booked for this time. Choose another one.',
  nothing_to_pay: 'The price comes to nothing.',
  account_limit: (detail, currency) =>
    `The house account takes ${sumIn(detail, 'limit', currency)} at a time, and ${sumIn(detail, 'used', currency)} stands open on it already.`,
  above_outstanding: (detail, currency) =>
    `That is more than the ${sumIn(detail, 'limit', currency)} still to be paid.`,
  change_unusual: ({ unusual }) => unusualSentence(unusual),
} satisfies Sentences;
