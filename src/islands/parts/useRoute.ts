import type { AnyRoute, OutOf, SentTo } from '#contracts/routes/route';
import { type AnswerOf, newKey, type ProblemOf } from '#islands/api';
import { callProven } from '#islands/shell/callProven';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';

/**
 * One change that a person asks for: busy while it runs, its problem beside the form, everything read anew after it.
 * The key is kept over repeats until one succeeds, so that a double click or a second try does it once.
 */
export function useRoute<R extends AnyRoute>(route: R) {
  const queries = useQueryClient();
  const key = useRef(newKey());
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ProblemOf<R> | null>(null);
  const running = useRef(false);

  const send = async (input: SentTo<R>): Promise<AnswerOf<R> | null> => {
    if (running.current) return null;
    running.current = true;
    setBusy(true);
    setProblem(null);
    const answer = await callProven(route, input);
    running.current = false;
    setBusy(false);
    await queries.invalidateQueries();
    if (answer.ok) key.current = newKey();
    else setProblem(answer.problem);
    return answer;
  };
  const run = async (input: SentTo<R>): Promise<OutOf<R> | null> => {
    const answer = await send(input);
    return answer?.ok ? answer.value : null;
  };
  /** For what answers nothing: whether it was done. */
  const attempt = async (input: SentTo<R>): Promise<boolean> => (await send(input))?.ok ?? false;
  const clear = useCallback(() => setProblem(null), []);
  return { run, attempt, tryIt: send, busy, problem, requestKey: () => key.current, clear };
}
