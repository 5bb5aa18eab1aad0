import { offered, undoFor } from '#islands/parts/undoable';
import { notifications } from '@mantine/notifications';
import { useCallback, useEffect, useRef, useState } from 'react';

type Waiting = { readonly run: () => void; readonly timer: ReturnType<typeof setTimeout>; readonly id: string };

/**
 * One thing for many at once waits ten seconds, in which it can be undone, because nothing has happened yet. Whoever
 * leaves the page, or wants it now, has it carried out at once.
 */
export function useDelayed(id: string) {
  const waiting = useRef<Waiting | null>(null);
  const [waits, setWaits] = useState(false);
  const end = useCallback((carryOut: boolean): void => {
    const current = waiting.current;
    if (!current) return;
    waiting.current = null;
    clearTimeout(current.timer);
    notifications.hide(current.id);
    setWaits(false);
    if (carryOut) current.run();
  }, []);
  const begin = (message: string, run: () => void): void => {
    end(true);
    waiting.current = { run, id, timer: setTimeout(() => end(true), undoFor) };
    setWaits(true);
    offered(id, message, [
      ['Undo', () => end(false)],
      ['Now', () => end(true)],
    ]);
  };
  useEffect(() => {
    const leave = (): void => end(true);
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      leave();
    };
  }, [end]);
  return { waits, begin, now: () => end(true) };
}
