import { useEffect } from 'react';

/** Looks again when the page is shown anew: another tab, the bank or the other side may have acted. */
export function useLookAgain(look: () => Promise<unknown>): void {
  useEffect(() => {
    const again = (): void => {
      if (document.visibilityState === 'visible') void look();
    };
    document.addEventListener('visibilitychange', again);
    addEventListener('pageshow', again);
    return () => {
      document.removeEventListener('visibilitychange', again);
      removeEventListener('pageshow', again);
    };
  }, [look]);
}
