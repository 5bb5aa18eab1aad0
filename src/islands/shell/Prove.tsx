import { lazyComponent } from '#islands/parts/lazyComponent';
import { setProver } from '#islands/shell/callProven';
import { useEffect, useRef, useState } from 'react';

type Asked = { readonly by: 'code' | 'password'; readonly answer: (proven: boolean) => void };

const ProveDialog = lazyComponent(() => import('#islands/shell/ProveDialog').then((part) => part.ProveDialog));

/** Asks again who sits there before money is led elsewhere; what was being done goes on by itself afterwards. */
export function Prove() {
  // Whoever was asked last stays known while the dialog closes.
  const [last, setLast] = useState({ time: 0, open: false, by: 'password' as Asked['by'] });
  const waiting = useRef<Asked | null>(null);
  useEffect(() => {
    setProver(
      (by) =>
        new Promise((answer) => {
          waiting.current?.answer(false);
          waiting.current = { by, answer };
          setLast(({ time }) => ({ time: time + 1, open: true, by }));
        }),
    );
    return () => setProver(null);
  }, []);
  const end = (proven: boolean): void => {
    waiting.current?.answer(proven);
    waiting.current = null;
    setLast((asked) => ({ ...asked, open: false }));
  };
  return last.time > 0 && <ProveDialog key={last.time} opened={last.open} by={last.by} end={end} />;
}
