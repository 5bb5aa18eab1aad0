import type { AgreeAnew, AnswerClaim } from '#contracts/claims/after';
import type {
  AskChange,
  AskPayer,
  GiveCard,
  OnLink,
  PayByClient,
  PreviewMove,
  UseCard,
  UseCode,
} from '#contracts/clientPage/client';
import type { ClientView } from '#contracts/clientPage/views';
import type { GiveBill } from '#contracts/clients/clients';
import type { PayRequest, UseCredit, UseVoucher } from '#contracts/credit/credit';
import type { RequestPageView } from '#contracts/credit/views';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import type { SignQuote } from '#contracts/quotes/quotes';
import type { Used, UsingCode } from '#contracts/routes/credit';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const abandon = route<
  z.input<typeof OnLink>,
  { readonly abandoned: boolean },
  'link_unknown' | 'link_expired' | 'device_unknown'
>('/api/client/abandon');

export const agreeAnew = route<
  z.input<typeof AgreeAnew>,
  PayOutcome,
  | 'booking_not_found'
  | 'link_unknown'
  | 'link_expired'
  | 'device_unknown'
  | 'booking_over'
  | 'no_card'
  | 'nothing_to_agree'
>('/api/client/agree-anew');

export const answerClaim = route<
  z.input<typeof AnswerClaim>,
  null,
  | 'booking_not_found'
  | 'link_unknown'
  | 'link_expired'
  | 'device_unknown'
  | 'claim_unknown'
  | 'claim_settled'
  | 'claim_changed'
  | 'answered_before'
>('/api/client/answer-claim');

export const askChange = route<
  z.input<typeof AskChange>,
  { readonly asked: true },
  | 'booking_not_found'
  | 'link_unknown'
  | 'link_expired'
  | 'booking_over'
  | 'asked_already'
  | 'too_soon'
  | 'nothing_changed'
  | 'place_taken'
  | 'device_unknown'
>('/api/client/ask');

export const askPayer = route<
  z.input<typeof AskPayer>,
  { readonly url: string | null },
  | 'booking_not_found'
  | 'link_unknown'
  | 'link_expired'
  | 'nothing_due'
  | 'too_many_payers'
  | 'too_many_tries'
  | 'device_unknown'
>('/api/client/payer');

export const clientView = view<{ readonly link: string }, ClientView>('/api/client/view/:link');

export const confirm = route<
  z.input<typeof OnLink>,
  { readonly state: 'confirmed' },
  'booking_not_found' | 'nothing_asked' | 'link_unknown' | 'link_expired' | 'device_unknown'
>('/api/client/confirm');

export const giveBill = route<z.input<typeof GiveBill>, null, 'link_unknown' | 'link_expired' | 'tax_number_wrong'>(
  '/api/client/bill',
);

/** Why a client's try to pay, or to give a card, is not made. */
export type PayCode =
  | 'booking_not_found'
  | 'too_many_cards'
  | 'link_unknown'
  | 'link_expired'
  | 'booking_over'
  | 'nothing_due'
  | 'position_changed'
  | 'card_unknown'
  | 'attempt_changed'
  | 'tip_not_taken'
  | 'way_not_offered'
  | 'payment_under_way'
  | 'amount_too_small'
  | 'above_outstanding'
  | 'device_unknown';

export const giveCard = route<z.input<typeof GiveCard>, PayOutcome, PayCode>('/api/client/give-card');

export const pay = route<z.input<typeof PayByClient>, PayOutcome, PayCode>('/api/client/pay');

export const payRequest = route<
  z.input<typeof PayRequest>,
  PayOutcome,
  | 'too_many_cards'
  | 'card_unknown'
  | 'attempt_changed'
  | 'request_not_found'
  | 'request_over'
  | 'request_paid'
  | 'account_not_found'
  | 'way_not_offered'
  | 'payment_under_way'
  | 'amount_too_small'
  | 'not_the_sum'
  | 'tip_not_taken'
>('/api/client/pay-request');

export const previewMove = route<
  z.input<typeof PreviewMove>,
  { sentences: readonly string[] },
  | 'booking_not_found'
  | 'link_unknown'
  | 'link_expired'
  | 'booking_over'
  | 'asked_already'
  | 'too_soon'
  | 'nothing_changed'
  | 'place_taken'
  | 'device_unknown'
>('/api/client/preview-move');

export const requestView = view<{ readonly link: string }, RequestPageView>('/api/client/request/:link');

export const sendCode = route<
  z.input<typeof OnLink>,
  { readonly to: string },
  'link_unknown' | 'link_expired' | 'code_wrong' | 'code_over' | 'too_many_codes' | 'too_many_tries'
>('/api/client/send-code');

export const signChange = route<
  z.input<typeof SignQuote>,
  null,
  | 'file_too_large'
  | 'file_kind'
  | 'file_unreadable'
  | 'link_unknown'
  | 'link_expired'
  | 'signature_missing'
  | 'nothing_to_sign'
  | 'quote_changed'
  | 'device_unknown'
>('/api/client/sign-change');

export const useCard = route<
  z.input<typeof UseCard>,
  { readonly last4: string },
  'booking_not_found' | 'link_unknown' | 'link_expired' | 'booking_over' | 'card_unknown' | 'device_unknown'
>('/api/client/use-card');

export const useCode = route<
  z.input<typeof UseCode>,
  { readonly state: 'confirmed' },
  'link_unknown' | 'link_expired' | 'code_wrong' | 'code_over' | 'too_many_codes' | 'too_many_tries'
>('/api/client/use-code');

export const useCredit = route<
  z.input<typeof UseCredit>,
  Used,
  UsingCode | 'link_unknown' | 'link_expired' | 'device_unknown'
>('/api/client/use-credit');

export const useVoucher = route<
  z.input<typeof UseVoucher>,
  Used,
  UsingCode | 'link_unknown' | 'link_expired' | 'device_unknown' | 'too_many_tries'
>('/api/client/use-voucher');

export const withdrawByLaw = route<
  z.input<typeof OnLink>,
  null,
  | 'booking_not_found'
  | 'proof_needed'
  | 'booking_over'
  | 'payment_under_way'
  | 'link_unknown'
  | 'link_expired'
  | 'not_withdrawable'
  | 'device_unknown'
>('/api/client/withdraw');

export const withdrawConsent = route<
  z.input<typeof OnLink>,
  null,
  'booking_not_found' | 'link_unknown' | 'link_expired' | 'device_unknown'
>('/api/client/withdraw-consent');
