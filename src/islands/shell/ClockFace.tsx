import type { Instant } from '#core/calendar/instant';
import { dateOf } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { clockOf, longDate } from '#core/wording/days';
import { IconClock } from '@tabler/icons-react';
import styles from './OwnerShell.module.css';

/** The day as the business has it; says where the clock is a stand-in. */
export function ClockFace({
  now,
  zone,
  standing,
}: {
  readonly now: Instant;
  readonly zone: string;
  readonly standing: boolean;
}) {
  const wall = wallOfInstant(now, zone);
  const text = `${longDate(dateOf(wall), dateOf(wall))} ${wall.slice(0, 4)}, ${clockOf(wall)}`;
  return (
    <span className={styles.clock}>
      <IconClock size={18} stroke={1.7} aria-hidden />
      <time className="num" dateTime={now}>
        {text}
      </time>
      {standing && (
        <a href="/stand-ins" className={styles.chip}>
          stand-in
        </a>
      )}
    </span>
  );
}
