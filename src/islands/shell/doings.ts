import { useEffect, useSyncExternalStore } from 'react';

/** Something that can be done with what is open on the page, as the palette finds it. */
export type Doing = {
  readonly id: string;
  readonly label: string;
  /** Other words by which it is looked for. */
  readonly words: string;
  readonly run: () => void;
};
export type Open = { readonly heading: string; readonly doings: readonly Doing[] };

let open: Open | null = null;
const heard = new Set<() => void>();
const set = (next: Open | null): void => {
  open = next;
  for (const tell of heard) tell();
};

/** Lets the palette find what can be done here, for as long as it is shown. */
export function useOffered(heading: string, doings: readonly Doing[]): void {
  useEffect(() => {
    set({ heading, doings });
    return () => set(null);
  });
}

export const useOpenDoings = (): Open | null =>
  useSyncExternalStore(
    (tell) => {
      heard.add(tell);
      return () => heard.delete(tell);
    },
    () => open,
    () => null,
  );
