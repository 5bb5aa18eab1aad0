import type { Terms } from '#core/terms/terms';
import { draftOf, type TermsDraft } from '#islands/catalogue/terms/draft';
import { readDraft, type Reading } from '#islands/catalogue/terms/readDraft';
import { changed, redone, type Undoable, undoable, undone } from '#islands/catalogue/terms/undoable';
import { readLocalStorageValue, useHotkeys } from '@mantine/hooks';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';

type Stored = { readonly base: number; readonly draft: TermsDraft };

/** Given are the newest published rules; `version` 0 where there are none yet. */
type Given = {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly rules: Terms;
  readonly currency: string;
};

export type Editing = {
  readonly draft: TermsDraft;
  readonly reading: Reading;
  /** The version that it is written on top of; less than the newest where somebody has published since. */
  readonly base: number;
  readonly touched: boolean;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** @param key names the field, so that typing in it is one step of undo */
  readonly change: (part: Partial<TermsDraft>, key: string) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Begins again from these rules. */
  readonly restart: (rules: Terms, name: string, version: number) => void;
  /** Keeps what is written, now on top of that version. */
  readonly rebase: (version: number) => void;
  readonly forget: () => void;
};

const keyOf = (id: string): string => `ostendo-terms-${id}`;

/** Terms being written: kept over a reload, undone and redone by keys, each rule with its last good effect. */
export function useTermsDraft({ id, version, name, rules, currency }: Given): Editing {
  const [{ history, base, touched }, setState] = useState(() => {
    const stored = readLocalStorageValue<Stored | null>({ key: keyOf(id), defaultValue: null });
    const present = stored?.draft ?? draftOf(name, rules, currency);
    return { history: undoable(present), base: stored?.base ?? version, touched: stored !== null };
  });
  const good = useRef(readDraft(draftOf(name, rules, currency), currency, new Map()).good);
  const reading = useMemo(() => readDraft(history.present, currency, good.current), [history.present, currency]);
  good.current = reading.good;

  // Written beside React's state: what is stored here nobody else on the page listens to.
  const take = useCallback(
    (next: (before: Undoable<TermsDraft>) => Undoable<TermsDraft>): void =>
      setState((before) => ({ ...before, history: next(before.history), touched: true })),
    [],
  );
  useEffect(() => {
    if (touched) localStorage.setItem(keyOf(id), JSON.stringify({ base, draft: history.present } satisfies Stored));
  }, [id, base, touched, history.present]);
  const undo = useCallback((): void => take(undone), [take]);
  const redo = useCallback((): void => take(redone), [take]);
  const change = useCallback(
    (part: Partial<TermsDraft>, key: string): void =>
      take((before) => changed(before, { ...before.present, ...part }, key)),
    [take],
  );
  useHotkeys(
    [
      ['mod+Z', undo],
      ['mod+shift+Z', redo],
      ['mod+Y', redo],
    ],
    [],
  );
  const forget = (): void => localStorage.removeItem(keyOf(id));
  return {
    draft: history.present,
    reading,
    base,
    touched,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    change,
    undo,
    redo,
    restart: (newRules, newName, newVersion) => {
      forget();
      setState({ history: undoable(draftOf(newName, newRules, currency)), base: newVersion, touched: false });
    },
    rebase: (newVersion) => {
      const stored: Stored = { base: newVersion, draft: history.present };
      localStorage.setItem(keyOf(id), JSON.stringify(stored));
    },
    forget,
  };
}
