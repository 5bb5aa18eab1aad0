import { AgreeAnew, AnswerClaim } from '#contracts/claims/after';
import {
  AskChange,
  AskPayer,
  GiveCard,
  OnLink,
  PayByClient,
  PreviewMove,
  UseCard,
  UseCode,
} from '#contracts/clientPage/client';
import { GiveBill } from '#contracts/clients/clients';
import { PayRequest, UseCredit, UseVoucher } from '#contracts/credit/credit';
import { SignQuote } from '#contracts/quotes/quotes';
import {
  abandon,
  agreeAnew,
  answerClaim,
  askChange,
  askPayer,
  clientView,
  confirm,
  giveBill,
  giveCard,
  pay,
  payRequest,
  previewMove,
  requestView,
  sendCode,
  signChange,
  useCard,
  useCode,
  useCredit,
  useVoucher,
  withdrawByLaw,
  withdrawConsent,
} from '#contracts/routes/clientPage';
import { served, sizes } from '#contracts/routes/served';
import { z } from 'zod';

export const abandonServed = served(abandon, { in: OnLink, right: 'link' });

export const agreeAnewServed = served(agreeAnew, { in: AgreeAnew, right: 'client' });

export const answerClaimServed = served(answerClaim, { in: AnswerClaim, right: 'client' });

export const askChangeServed = served(askChange, { in: AskChange, right: 'link' });

export const askPayerServed = served(askPayer, { in: AskPayer, right: 'link' });

export const clientViewServed = served(clientView, { in: z.object({ link: z.string().max(100) }), right: 'link' });

export const confirmServed = served(confirm, { in: OnLink, right: 'link' });

export const giveBillServed = served(giveBill, { in: GiveBill, right: 'anybody' });

export const giveCardServed = served(giveCard, { in: GiveCard, right: 'link' });

export const payServed = served(pay, { in: PayByClient, right: 'link' });

export const payRequestServed = served(payRequest, { in: PayRequest, right: 'anybody' });

export const previewMoveServed = served(previewMove, { in: PreviewMove, right: 'link' });

export const requestViewServed = served(requestView, { in: z.object({ link: z.string().max(100) }), right: 'anybody' });

export const sendCodeServed = served(sendCode, { in: OnLink, right: 'anybody' });

export const signChangeServed = served(signChange, { in: SignQuote, right: 'link', limits: { bytes: sizes.drawing } });

export const useCardServed = served(useCard, { in: UseCard, right: 'client' });

export const useCodeServed = served(useCode, { in: UseCode, right: 'anybody' });

export const useCreditServed = served(useCredit, { in: UseCredit, right: 'client' });

export const useVoucherServed = served(useVoucher, { in: UseVoucher, right: 'link' });

export const withdrawByLawServed = served(withdrawByLaw, { in: OnLink, right: 'client' });

export const withdrawConsentServed = served(withdrawConsent, { in: OnLink, right: 'client' });
