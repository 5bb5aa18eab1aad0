import type { ClientView } from '#contracts/views';
import { useCallback, useEffect, useState } from 'react';

/** The view, read anew after each step and when the page is looked at again: another tab or the bank may have acted. */
export function useClientView(link: string, given: ClientView) {
  const [view, setView] = useState(given);
  const reload = useCallback(async (): Promise<void> => {
    const response = await fetch(`/api/client/view/${encodeURIComponent(link)}`).catch(() => null);
    if (response?.ok) setView((await response.json()) as ClientView);
  }, [link]);
  useEffect(() => {
    const look = (): void => {
      if (document.visibilityState === 'visible') void reload();
    };
    document.addEventListener('visibilitychange', look);
    addEventListener('pageshow', look);
    return () => {
      document.removeEventListener('visibilitychange', look);
      removeEventListener('pageshow', look);
    };
  }, [reload]);
  return { view, reload };
}
