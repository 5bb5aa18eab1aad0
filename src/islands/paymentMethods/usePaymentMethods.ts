import { paymentMethodsView } from '#contracts/routes/paymentMethods';
import type { PaymentMethodsView } from '#contracts/paymentMethods/views';
import { read } from '#islands/api';
import { useQuery } from '@tanstack/react-query';

/** Accounts and what is shown, read anew after each change; nothing before the first answer. */
export function usePaymentMethods(given?: PaymentMethodsView): PaymentMethodsView | undefined {
  const { data } = useQuery({ queryKey: ['ways'], queryFn: () => read(paymentMethodsView, {}), staleTime: 0 });
  return data ?? given;
}
