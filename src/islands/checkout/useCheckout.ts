import { alive, checkoutView } from '#contracts/routes/checkout';
import type { CheckoutView } from '#contracts/checkout/views';
import { call } from '#islands/api';
import { useView } from '#islands/parts/useView';
import { useEffect } from 'react';

/** How often the page says that somebody is there, in milliseconds; a few may get lost before its places are given back. */
const aliveEvery = 45_000;

/** The checkout, read anew after each step and whenever the page is looked at again. */
export function useCheckout(key: string, given: CheckoutView) {
  const { view, reload } = useView(checkoutView, { key }, given);
  const waits = view.next !== 'done' && !view.gone;
  useEffect(() => {
    if (!waits) return;
    const sayAlive = async (): Promise<void> => {
      const answer = await call(alive, { key });
      if (answer.ok && !answer.value.kept) await reload();
    };
    void sayAlive();
    const timer = setInterval(() => void sayAlive(), aliveEvery);
    return () => clearInterval(timer);
  }, [key, waits, reload]);
  return { view, reload };
}
