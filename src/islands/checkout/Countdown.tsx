import { type Instant, secondsOf } from '#core/calendar/instant';
import { useEffect, useRef, useState } from 'react';
import styles from './Book.module.css';

type Props = {
  readonly until: Instant;
  /** By the business's clock, when the page was last read: this device's own may be wrong, or stand still in the demo. */
  readonly now: Instant;
  readonly over: () => Promise<void>;
};

const two = (number: number): string => String(number).padStart(2, '0');

/** How long the place is still kept, counted from the server's clock; at its end the page looks again. */
export function Countdown({ until, now, over }: Props) {
  const [left, setLeft] = useState(() => secondsOf(until) - secondsOf(now));
  const read = useRef({ now, at: 0 });
  useEffect(() => {
    read.current = { now, at: performance.now() };
    const tick = setInterval(() => {
      const passed = Math.floor((performance.now() - read.current.at) / 1000);
      const rest = Math.max(0, secondsOf(until) - secondsOf(read.current.now) - passed);
      setLeft(rest);
      if (rest === 0) {
        clearInterval(tick);
        void over();
      }
    }, 1000);
    return () => clearInterval(tick);
  }, [until, now, over]);
  const hours = Math.floor(left / 3600);
  const clock = `${hours > 0 ? `${hours}:` : ''}${hours > 0 ? two(Math.floor(left / 60) % 60) : Math.floor(left / 60)}:${two(left % 60)}`;
  return (
    <p className={styles.countdown} data-near={left < 120} role="timer" aria-live="off">
      Your place is kept for <b className="num">{clock}</b>
    </p>
  );
}
