import { useState } from 'react';

/** True from the first time that it was: what was opened once stays, so that it can close as it should. */
export function useLatched(now: boolean): boolean {
  const [ever, setEver] = useState(now);
  if (now && !ever) setEver(true);
  return ever || now;
}
