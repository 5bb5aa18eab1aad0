import { type Ref, useEffect, useImperativeHandle, useRef, useState } from 'react';
import styles from '#islands/payments/Pay.module.css';

export type CardGiven = { readonly token: string; readonly last4: string };
export type FrameHandle = { readonly ask: () => Promise<CardGiven | null> };
type Props = { readonly ref: Ref<FrameHandle>; readonly src: string; readonly way: 'card' | 'debit' };

/** The processor's own page in a frame: the number is typed there and never enters this page. */
export function CardFrame({ ref, src, way }: Props) {
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
      src={src}
      title={way === 'card' ? 'Card details, at the card network' : 'Bank account, at the bank'}
      className={styles.frame}
      style={{ height }}
      onLoad={(event) => event.currentTarget.contentWindow?.postMessage({ ask: 'size' }, location.origin)}
    />
  );
}
