import { useEffect, useState } from 'react';

/** False until the page answers to its person: what is typed or pressed before would be lost, so it is not offered yet. */
export function useReady(): boolean {
  const [ready, setReady] = useState(false);
  useEffect(() => setReady(true), []);
  return ready;
}
