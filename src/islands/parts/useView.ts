import type { AnyRoute, OutOf, SentTo } from '#contracts/routes/route';
import { look } from '#islands/api';
import { useLookAgain } from '#islands/parts/useLookAgain';
import { useCallback, useRef, useState } from 'react';

/** A view, read anew after each step and when the page is looked at again: another tab or the bank may have acted. */
export function useView<R extends AnyRoute>(route: R, input: SentTo<R> & object, given: OutOf<R>) {
  const [view, setView] = useState(given);
  const asked = useRef(input);
  const reload = useCallback(async (): Promise<void> => {
    const found = await look(route, asked.current);
    if (found.ok) setView(() => found.value);
  }, [route]);
  useLookAgain(reload);
  return { view, reload };
}
