import type { CheckoutView } from '#contracts/bookViews';
import { post } from '#islands/api';
import { useLookAgain } from '#islands/parts/useLookAgain';
import { useCallback, useEffect, useState } from 'react';

/** How often the page says that somebody is there, in milliseconds; a few may get lost before its places are given back. */
const aliveEvery = 45_000;

/** The checkout, read anew after each step and whenever the page is looked at again. */
export function useCheckout(key: string, given: CheckoutView) {
  const [view, setView] = useState(given);
  const reload = useCallback(async (): Promise<void> => {
    const response = await fetch(`/api/client/checkout/${encodeURIComponent(key)}`).catch(() => null);
    if (response?.ok) setView((await response.json()) as CheckoutView);
  }, [key]);
  useLookAgain(reload);
  const waits = view.next !== 'done' && !view.gone;
  useEffect(() => {
    if (!waits) return;
    const sayAlive = async (): Promise<void> => {
      const answer = await post<{ kept: boolean }>('/api/client/checkout/alive', { key });
      if (answer.ok && !answer.value.kept) await reload();
    };
    void sayAlive();
    const timer = setInterval(() => void sayAlive(), aliveEvery);
    return () => clearInterval(timer);
  }, [key, waits, reload]);
  return { view, reload };
}
