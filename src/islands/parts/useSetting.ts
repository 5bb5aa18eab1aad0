import type { Route, SentTo } from '#contracts/routes/route';
import type { SaidCode } from '#islands/format/problemSentence';
import { undoableSave } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { useRef, useState } from 'react';

/**
 * A setting while it is changed: kept by one press, and put back as it was by another one within ten seconds. What is
 * typed stays until it is kept.
 */
export function useSetting<R extends Route<unknown, unknown, SaidCode>, T>(
  route: R,
  given: T,
  sends: (value: T) => SentTo<R>,
) {
  const [value, setValue] = useState(given);
  const kept = useRef(given);
  const { attempt, tryIt, busy, problem, clear } = useRoute(route);
  const keep = async (says = 'Kept.'): Promise<boolean> => {
    const before = kept.current;
    if (!(await attempt(sends(value)))) return false;
    kept.current = value;
    undoableSave(
      route.path,
      says,
      () => tryIt(sends(before)),
      () => {
        kept.current = before;
        setValue(before);
      },
    );
    return true;
  };
  const set = (next: T): void => {
    clear();
    setValue(next);
  };
  return { value, set, keep, busy, problem };
}
