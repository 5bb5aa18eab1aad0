import type { AnyRoute, SentTo } from '#contracts/routes/route';
import { undoable } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { notifications } from '@mantine/notifications';
import { useRef, useState } from 'react';

/**
 * A setting while it is changed: kept by one press, and put back as it was by another one within ten seconds. What is
 * typed stays until it is kept.
 */
export function useSetting<R extends AnyRoute, T>(route: R, given: T, sends: (value: T) => SentTo<R>) {
  const [value, setValue] = useState(given);
  const kept = useRef(given);
  const { attempt, busy, problem, clear } = useRoute(route);
  const keep = async (says = 'Kept.'): Promise<boolean> => {
    const before = kept.current;
    if (!(await attempt(sends(value)))) return false;
    kept.current = value;
    undoable(route.path, says, async () => {
      if (!(await attempt(sends(before)))) return;
      kept.current = before;
      setValue(before);
      notifications.show({ message: 'It is as it was before.' });
    });
    return true;
  };
  const set = (next: T): void => {
    clear();
    setValue(next);
  };
  return { value, set, keep, busy, problem };
}
