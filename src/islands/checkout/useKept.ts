import { useEffect, useState } from 'react';

/** State that stays in this tab over a reload and the back button. */
export function useKept<T>(name: string, initial: T): readonly [T, (value: T) => void] {
  const [value, setValue] = useState(initial);
  const key = `ostendo-book-${name}`;
  // After the first drawing: what the server drew knows nothing of it.
  useEffect(() => {
    try {
      const kept = sessionStorage.getItem(key);
      if (kept) setValue(JSON.parse(kept) as T);
    } catch {
      // A browser that keeps nothing: it is typed again after a reload.
    }
  }, [key]);
  const keep = (next: T): void => {
    setValue(next);
    try {
      sessionStorage.setItem(key, JSON.stringify(next));
    } catch {
      // As above.
    }
  };
  return [value, keep];
}
