/** Why a client's try to pay, or to give a card, is not made. */
export const payCodes = [
  'booking_not_found',
  'too_many_cards',
  'link_unknown',
  'link_expired',
  'booking_over',
  'nothing_due',
  'position_changed',
  'card_unknown',
  'attempt_changed',
  'tip_not_taken',
  'way_not_offered',
  'payment_under_way',
  'amount_too_small',
  'above_outstanding',
  'device_unknown',
] as const;
