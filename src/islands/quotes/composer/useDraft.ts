import type { QuoteDraft } from '#core/quotes/draft';
import type { saveQuote, saveTemplate } from '#contracts/routes/quotes';
import type { CodeOf } from '#contracts/routes/route';
import type { Answer, ApiProblem } from '#islands/api';
import { useCallback, useEffect, useRef, useState } from 'react';

type Kept = { readonly edition: number; readonly draft: QuoteDraft };
type Code = CodeOf<typeof saveQuote | typeof saveTemplate>;
export type DraftState = 'kept' | 'keeping' | 'notKept' | 'edited';

/** How long after the last touch a draft is kept at the server. */
const restMilliseconds = 500;

const read = (key: string): Kept | null => {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as Kept | null;
  } catch {
    return null;
  }
};

/**
 * A draft that is kept as it is typed: in this browser at once, at the server a moment later. What the server has not
 * taken yet is found again after a reload; where somebody else has written meanwhile, that is told and nothing of
 * either is lost.
 */
export function useDraft(
  given: Kept & { readonly key: string },
  save: (draft: QuoteDraft, edition: number) => Promise<Answer<{ readonly edition: number }, Code>>,
) {
  const [draft, setDraft] = useState(given.draft);
  const [edition, setEdition] = useState(given.edition);
  const [state, setState] = useState<DraftState>('kept');
  const [problem, setProblem] = useState<ApiProblem<Code> | null>(null);
  const latest = useRef({ draft, edition, touched: 0, kept: 0 });
  const saving = useRef<Promise<void> | null>(null);
  const { key } = given;

  useEffect(() => {
    const left = read(key);
    if (!left || left.edition !== given.edition) return;
    latest.current = { ...latest.current, draft: left.draft, touched: 1 };
    setDraft(left.draft);
    setState('keeping');
    // Only what this browser had left at the first look.
  }, []);

  const keepNow = useCallback(async (): Promise<void> => {
    if (saving.current) await saving.current;
    const { draft: now, edition: on, touched, kept } = latest.current;
    if (touched === kept) return;
    saving.current = (async () => {
      const answer = await save(now, on);
      if (answer.ok) {
        latest.current = { ...latest.current, edition: answer.value.edition, kept: touched };
        setEdition(answer.value.edition);
        setProblem(null);
        if (latest.current.touched === touched) {
          setState('kept');
          localStorage.removeItem(key);
        } else
          localStorage.setItem(key, JSON.stringify({ edition: answer.value.edition, draft: latest.current.draft }));
      } else {
        const changed = answer.problem.code === 'quote_edited' || answer.problem.code === 'template_changed';
        setState(changed ? 'edited' : 'notKept');
        setProblem(answer.problem);
      }
    })();
    await saving.current;
    saving.current = null;
  }, [key, save]);

  useEffect(() => {
    if (latest.current.touched === latest.current.kept) return;
    const timer = setTimeout(() => void keepNow(), restMilliseconds);
    return () => clearTimeout(timer);
  }, [draft, keepNow]);

  const change = useCallback(
    (part: Partial<QuoteDraft>): void => {
      const next = { ...latest.current.draft, ...part };
      latest.current = { ...latest.current, draft: next, touched: latest.current.touched + 1 };
      localStorage.setItem(key, JSON.stringify({ edition: latest.current.edition, draft: next }));
      setState('keeping');
      setDraft(next);
    },
    [key],
  );
  /** What is kept now, once everything that was typed is; null where that did not get through. */
  const settled = async (): Promise<number | null> => {
    await keepNow();
    const { touched, kept, edition: on } = latest.current;
    return touched === kept ? on : null;
  };
  return { draft, edition, state, problem, change, settled };
}
