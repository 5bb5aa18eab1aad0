import { type Ref, useEffect, useImperativeHandle, useRef, useState } from 'react';
import styles from './ClientPage.module.css';

export type CardGiven = { readonly token: string; readonly last4: string };
type Props = { readonly ref: Ref<{ ask: () => Promise<CardGiven | null> }> };

/** The card network's own page in a frame: the number is typed there and never enters this page. */
export function CardFrame({ ref }: Props) {
  const frame = useRef<HTMLIFrameElement>(null);
  const [height, setHeight] = useState(170);
  useEffect(() => {
    const grow = (event: MessageEvent): void => {
      if (event.source !== frame.current?.contentWindow) return;
      const { height: wanted } = event.data as { height?: number };
      if (typeof wanted === 'number') setHeight(Math.min(Math.max(wanted, 80), 640));
    };
    addEventListener('message', grow);
    return () => removeEventListener('message', grow);
  }, []);
  useImperativeHandle(ref, () => ({
    ask: () =>
      new Promise((resolve) => {
        const hear = (event: MessageEvent): void => {
          if (event.source !== frame.current?.contentWindow) return;
          const { token, last4, wrong } = event.data as { token?: string; last4?: string; wrong?: boolean };
          if (token === undefined && !wrong) return;
          removeEventListener('message', hear);
          resolve(token && last4 ? { token, last4 } : null);
        };
        addEventListener('message', hear);
        frame.current?.contentWindow?.postMessage({ ask: 'token' }, location.origin);
      }),
  }));
  return (
    <iframe
      ref={frame}
      src="/stand-in/card"
      title="Card details, at the card network"
      className={styles.frame}
      style={{ height }}
      onLoad={(event) => event.currentTarget.contentWindow?.postMessage({ ask: 'size' }, location.origin)}
    />
  );
}
