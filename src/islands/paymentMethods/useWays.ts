import { waysView } from '#contracts/routes/paymentMethods';
import type { WaysView } from '#contracts/paymentMethods/views';
import { read } from '#islands/api';
import { useQuery } from '@tanstack/react-query';

/** Accounts and what is shown, read anew after each change; nothing before the first answer. */
export function useWays(given?: WaysView): WaysView | undefined {
  const { data } = useQuery({ queryKey: ['ways'], queryFn: () => read(waysView, {}), staleTime: 0 });
  return data ?? given;
}
