import { type Answer, type ApiProblem, newKey, post } from '#islands/api';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';

/**
 * One change that a person asks for: busy while it runs, its problem beside the form, everything read anew after it.
 * The key is kept over repeats until one succeeds, so that a double click or a second try does it once.
 */
export function useAction<T>(path: string) {
  const queries = useQueryClient();
  const key = useRef(newKey());
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  const running = useRef(false);

  const send = async (body: object): Promise<Answer<T> | null> => {
    if (running.current) return null;
    running.current = true;
    setBusy(true);
    setProblem(null);
    const answer = await post<T>(path, body);
    running.current = false;
    setBusy(false);
    await queries.invalidateQueries();
    if (answer.ok) key.current = newKey();
    else setProblem(answer.problem);
    return answer;
  };
  const run = async (body: object): Promise<T | null> => {
    const answer = await send(body);
    return answer?.ok ? answer.value : null;
  };
  /** For what answers nothing: whether it was done. */
  const attempt = async (body: object): Promise<boolean> => (await send(body))?.ok ?? false;
  return { run, attempt, busy, problem, requestKey: () => key.current, clear: () => setProblem(null) };
}
