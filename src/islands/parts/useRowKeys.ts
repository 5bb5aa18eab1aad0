import { useHotkeys } from '@mantine/hooks';
import { useRef } from 'react';

/** J and K walk over the actions of a list's rows; Enter then is the row's own action. */
export function useRowKeys(count: number) {
  const list = useRef<HTMLOListElement>(null);
  const move = (by: number): void => {
    const actions = [...(list.current?.querySelectorAll<HTMLElement>('[data-row-action]') ?? [])].slice(0, count);
    const at = actions.indexOf(document.activeElement as HTMLElement);
    actions[Math.min(Math.max(at + by, 0), actions.length - 1)]?.focus();
  };
  useHotkeys([
    ['j', () => move(1)],
    ['k', () => move(-1)],
  ]);
  return list;
}
