import { isPlainDate, type PlainDate } from '#core/calendar/days';
import { halfWall, halvesOf, readTime } from '#core/calendar/typedDay';
import { isTimeOfDay } from '#core/calendar/wallTime';
import { writtenTime } from '#core/wording/houseStyle';
import { DayInput } from '#islands/clientPage/DayInput';
import { useState } from 'react';

type Props = {
  readonly label: string;
  /** YYYY-MM-DDTHH:MM of the business's clocks, or as much of it as is written. */
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly today: PlainDate;
};

/** A day and a time on a client's page: typed as people write them, or chosen from a month. */
export function WhenField({ label, value, onChange, today }: Props) {
  const { day, time } = halvesOf(value);
  const [typed, setTyped] = useState<string | null>(null);
  const noTime = typed === null && isPlainDate(day) && time !== '' && !isTimeOfDay(time);
  return (
    <DayInput
      label={label}
      value={day}
      today={today}
      wrong={noTime ? 'At what time? Such as 18:30.' : null}
      onChange={(date) => onChange(halfWall(date, time))}
      beside={
        <input
          aria-label={`${label}, time`}
          autoComplete="off"
          value={typed ?? (isTimeOfDay(time) ? writtenTime(time) : time)}
          onFocus={(event) => event.currentTarget.select()}
          onBlur={() => setTyped(null)}
          onChange={(event) => {
            const text = event.currentTarget.value;
            setTyped(text);
            onChange(halfWall(day, readTime(text) ?? text));
          }}
        />
      }
    />
  );
}
