import type { DecideClaim, OnClaim, OnClaims, SaveClaim } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { Instant } from '#core/calendar/instant';
import type { z } from 'zod';

export const askForClaims = route<
  z.input<typeof OnClaims>,
  null,
  'booking_not_found' | 'not_closed' | 'claim_not_decided'
>('/api/closing/ask-for-claims');

export const decideClaim = route<
  z.input<typeof DecideClaim>,
  null,
  'booking_not_found' | 'claim_unknown' | 'not_objected' | 'above_claim'
>('/api/closing/decide-claim');

export const saveClaim = route<
  z.input<typeof SaveClaim>,
  { readonly claimId: string; readonly answerBy: Instant | null },
  | 'booking_not_found'
  | 'not_begun'
  | 'claim_unknown'
  | 'claim_settled'
  | 'above_most'
  | 'picture_unknown'
  | 'too_many_claims'
>('/api/closing/save-claim');

export const takeClaims = route<
  z.input<typeof OnClaims>,
  { readonly taken: boolean },
  'booking_not_found' | 'nothing_held' | 'claim_not_decided' | 'nothing_agreed' | 'takes_once'
>('/api/closing/take-claims');

export const withdrawClaim = route<
  z.input<typeof OnClaim>,
  null,
  'booking_not_found' | 'claim_unknown' | 'claim_settled'
>('/api/closing/withdraw-claim');
