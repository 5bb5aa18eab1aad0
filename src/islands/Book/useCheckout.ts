import type { CheckoutView } from '#contracts/bookViews';
import { useLookAgain } from '#islands/parts/useLookAgain';
import { useCallback, useState } from 'react';

/** The checkout, read anew after each step and whenever the page is looked at again. */
export function useCheckout(key: string, given: CheckoutView) {
  const [view, setView] = useState(given);
  const reload = useCallback(async (): Promise<void> => {
    const response = await fetch(`/api/client/checkout/${encodeURIComponent(key)}`).catch(() => null);
    if (response?.ok) setView((await response.json()) as CheckoutView);
  }, [key]);
  useLookAgain(reload);
  return { view, reload };
}
