import type { Terms } from '#core/terms/terms';
import { draftOf, type TermsDraft } from '#islands/Terms/draft';
import { readDraft, type Reading } from '#islands/Terms/readDraft';
import { changed, redone, type Undoable, undoable, undone } from '#islands/Terms/undoable';
import { useHotkeys, useLocalStorage } from '@mantine/hooks';
import { useRef, useState } from 'react';

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

/** Terms being written: kept over a reload, undone and redone by keys, each rule with its last good effect. */
export function useTermsDraft({ id, version, name, rules, currency }: Given): Editing {
  const fresh = (): Undoable<TermsDraft> => undoable(draftOf(name, rules, currency));
  const [stored, setStored, forgetStored] = useLocalStorage<Stored | null>({
    key: `ostendo-terms-${id}`,
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  const [history, setHistory] = useState<Undoable<TermsDraft>>(() => (stored ? undoable(stored.draft) : fresh()));
  const base = stored?.base ?? version;
  const good = useRef(readDraft(draftOf(name, rules, currency), currency, new Map()).good);
  const reading = readDraft(history.present, currency, good.current);
  good.current = reading.good;

  const take = (next: Undoable<TermsDraft>): void => {
    setHistory(next);
    setStored({ base, draft: next.present });
  };
  const undo = (): void => take(undone(history));
  const redo = (): void => take(redone(history));
  useHotkeys(
    [
      ['mod+Z', undo],
      ['mod+shift+Z', redo],
      ['mod+Y', redo],
    ],
    [],
  );
  return {
    draft: history.present,
    reading,
    base,
    touched: stored !== null,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    change: (part, key) => take(changed(history, { ...history.present, ...part }, key)),
    undo,
    redo,
    restart: (newRules, newName) => {
      forgetStored();
      setHistory(undoable(draftOf(newName, newRules, currency)));
    },
    rebase: (newVersion) => setStored({ base: newVersion, draft: history.present }),
    forget: forgetStored,
  };
}
