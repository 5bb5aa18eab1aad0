import type {
  ChooseAccount,
  Connect,
  FinishConnecting,
  OnAccount,
  SavePaymentMethods,
} from '#contracts/paymentMethods/paymentMethods';
import type { PaymentMethodsView } from '#contracts/paymentMethods/views';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const chooseAccount = route<
  z.input<typeof ChooseAccount>,
  null,
  'booking_not_found' | 'account_not_found' | 'other_currency' | 'account_not_usable'
>('/api/bookings/choose-account');

export const connect = route<
  z.input<typeof Connect>,
  { readonly url: string },
  'provider_unknown' | 'currency_not_taken' | 'proof_needed'
>('/api/ways/connect');

export const disconnect = route<z.input<typeof OnAccount>, null, 'account_not_found' | 'proof_needed'>(
  '/api/ways/disconnect',
);

export const finishConnecting = route<
  z.input<typeof FinishConnecting>,
  { readonly accountId: string },
  'connection_unknown' | 'connection_refused'
>('/api/ways/finish-connecting');

export const savePaymentMethods = route<z.input<typeof SavePaymentMethods>, null, 'account_not_found' | 'proof_needed'>(
  '/api/ways/save',
);

export const paymentMethodsView = view<object, PaymentMethodsView>('/api/ways');
