/** A value with its past and future. Changes with the same key, one after the other, are one step. */
export type Undoable<T> = {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
  readonly key: string | null;
};

export const undoable = <T>(present: T): Undoable<T> => ({ past: [], present, future: [], key: null });

const mostSteps = 200;

export function changed<T>(history: Undoable<T>, present: T, key: string): Undoable<T> {
  if (history.key === key && history.past.length > 0) return { ...history, present, future: [] };
  return { past: [...history.past, history.present].slice(-mostSteps), present, future: [], key };
}

export function undone<T>({ past, present, future }: Undoable<T>): Undoable<T> {
  const before = past.at(-1);
  if (before === undefined) return { past, present, future, key: null };
  return { past: past.slice(0, -1), present: before, future: [present, ...future], key: null };
}

export function redone<T>({ past, present, future }: Undoable<T>): Undoable<T> {
  const [next, ...rest] = future;
  if (next === undefined) return { past, present, future, key: null };
  return { past: [...past, present], present: next, future: rest, key: null };
}
