import type { ClientView } from '#contracts/clientViews';
import { useLookAgain } from '#islands/parts/useLookAgain';
import { useCallback, useState } from 'react';

/** The view, read anew after each step and when the page is looked at again: another tab or the bank may have acted. */
export function useClientView(link: string, given: ClientView) {
  const [view, setView] = useState(given);
  const reload = useCallback(async (): Promise<void> => {
    const response = await fetch(`/api/client/view/${encodeURIComponent(link)}`).catch(() => null);
    if (response?.ok) setView((await response.json()) as ClientView);
  }, [link]);
  useLookAgain(reload);
  return { view, reload };
}
