import { isPlainDate } from '#core/calendar/days';
import { isWallTime, type TimeOfDay } from '#core/calendar/wallTime';
import { halfWall, halvesOf, missingOf, readDayAndTime } from '#core/calendar/typedDay';
import { DayField, type DayFieldProps } from '#islands/parts/DayField';
import { TimeField } from '#islands/parts/TimeField';
import { Input } from '@mantine/core';
import { useId, useState } from 'react';
import styles from './DayField.module.css';

type Props = Pick<DayFieldProps, 'from' | 'service' | 'error' | 'description' | 'disabled'> & {
  readonly label: string;
  /** YYYY-MM-DDTHH:MM, nothing, or as much of it as is written. */
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** The time that a day alone is taken with, such as when a hire begins. */
  readonly usual?: TimeOfDay | null;
  /** Of a label that everybody sees already. */
  readonly hiddenLabel?: boolean;
};

/** A day and a time of the business's clocks, in two fields under one label; half of it is kept, and the other half asked for. */
export function WallField({
  label,
  value,
  onChange,
  error,
  description,
  hiddenLabel = false,
  usual = null,
  ...rest
}: Props) {
  const id = useId();
  const [left, setLeft] = useState(false);
  const { day, time } = halvesOf(value);
  const missing = missingOf(value);
  // Only when both fields were left: who is at the day will come to the time.
  const half =
    left && missing === 'time' && time === ''
      ? 'and at what time?'
      : left && day === '' && time !== ''
        ? 'and on which day?'
        : null;
  return (
    <Input.Wrapper
      label={hiddenLabel ? undefined : label}
      description={description}
      error={half ?? error}
      id={id}
      onBlur={(event: React.FocusEvent<HTMLDivElement>) => setLeft(!event.currentTarget.contains(event.relatedTarget))}
      onFocus={() => setLeft(false)}
    >
      <div className={styles.pair}>
        <DayField
          {...rest}
          id={id}
          aria-label={label}
          placeholder="18 6, fri, +3d"
          value={day}
          onChange={(next) =>
            onChange(isWallTime(next) ? next : halfWall(next, time || (isPlainDate(next) ? (usual ?? '') : '')))
          }
          reads={(typed, about) => {
            const read = readDayAndTime(typed, about);
            return read.day && read.time ? `${read.day}T${read.time}` : null;
          }}
        />
        <TimeField
          aria-label={`${label}, time`}
          disabled={rest.disabled ?? false}
          value={time}
          onChange={(next) => onChange(halfWall(day, next))}
        />
      </div>
    </Input.Wrapper>
  );
}
