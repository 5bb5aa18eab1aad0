import { WallField } from '#islands/parts/WallField';
import { moveClock, stopClock } from '#contracts/routes/standIns';
import type { StandInsView } from '#contracts/standIns/views';
import { addDays } from '#core/calendar/days';
import { secondsOf } from '#core/calendar/instant';
import { dateOf, isWallTime, timeOf, type WallTime, wallTime } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { longMoment, longWall } from '#core/wording/days';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Progress } from '@mantine/core';
import { useState } from 'react';
import styles from './StandIns.module.css';

const steps: readonly (readonly [label: string, days: number])[] = [
  ['1 day', 1],
  ['3 days', 3],
  ['1 week', 7],
  ['4 weeks', 28],
];

/** Moves the standing clock; everything due on the way happens at its own moment, and the move can be stopped. */
export function ClockPanel({ view }: { readonly view: StandInsView }) {
  const { zone, today } = useShell();
  const move = useRoute(moveClock);
  const stop = useRoute(stopClock);
  const wall = wallOfInstant(view.now, zone);
  const [to, setTo] = useState('');
  if (!view.standing) {
    return (
      <section className={styles.clock} aria-label="Clock">
        <p>The clock is the real one: {longWall(wall, today)}. It stands still only in the demo.</p>
      </section>
    );
  }
  const go = (target: WallTime): void => void move.run({ to: target });
  const inDays = (days: number): WallTime => wallTime(addDays(dateOf(wall), days), timeOf(wall));
  const { moving } = view;
  return (
    <section className={styles.clock} aria-label="Clock">
      <div>
        <h2>Clock</h2>
        <p className={`num ${styles.now}`}>
          {longWall(wall, dateOf(wall))}{' '}
          <span>
            {wall.slice(0, 4)}, {zone}
          </span>
        </p>
      </div>
      {moving ? (
        <div className={styles.moving} role="status">
          <p>
            Moving to {longMoment(moving.to, zone, today)}; at {longMoment(moving.at, zone, today)}
          </p>
          <Progress
            value={
              (100 * (secondsOf(moving.at) - secondsOf(moving.from))) / (secondsOf(moving.to) - secondsOf(moving.from))
            }
            animated
            aria-label="How far the clock is"
          />
          <Button variant="default" size="xs" onClick={() => void stop.run({})}>
            Stop here
          </Button>
        </div>
      ) : (
        <div className={styles.steps}>
          {steps.map(([label, days]) => (
            <Button key={label} variant="default" loading={move.busy} onClick={() => go(inDays(days))}>
              + {label}
            </Button>
          ))}
          <form
            className={styles.to}
            onSubmit={(event) => {
              event.preventDefault();
              if (isWallTime(to)) go(to);
            }}
          >
            <WallField label="Move to" hiddenLabel value={to} onChange={setTo} />
            <Button type="submit" loading={move.busy} disabled={!isWallTime(to)}>
              Move there
            </Button>
          </form>
        </div>
      )}
      <Problem problem={move.problem ?? stop.problem} currency="EUR" />
    </section>
  );
}
