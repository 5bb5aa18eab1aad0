import { isPlainDate, type PlainDate } from '#core/calendar/days';
import { halfWall, halvesOf, readDay, readTime } from '#core/calendar/typedDay';
import { isTimeOfDay } from '#core/calendar/wallTime';
import { longDate } from '#core/wording/days';
import { MonthGrid } from '#islands/parts/MonthGrid';
import { firstOf } from '#islands/parts/months';
import { useId, useState } from 'react';
import own from '#islands/ClientPage/Own.module.css';

type Props = {
  readonly label: string;
  /** YYYY-MM-DDTHH:MM of the business's clocks, or as much of it as is written. */
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly today: PlainDate;
};

/** A day and a time on a client's page: typed as people write them, or chosen from a month. */
export function WhenField({ label, value, onChange, today }: Props) {
  const id = useId();
  const { day, time } = halvesOf(value);
  const date = isPlainDate(day) ? day : null;
  const [typedDay, setTypedDay] = useState<string | null>(null);
  const [typedTime, setTypedTime] = useState<string | null>(null);
  const [month, setMonth] = useState(firstOf(date ?? today));
  const wrong =
    typedDay === null && typedTime === null
      ? day !== '' && !date
        ? 'Which day? Such as 18 6, or Friday.'
        : time !== '' && !isTimeOfDay(time)
          ? 'At what time? Such as 18:30.'
          : null
      : null;
  return (
    <div className={own.when}>
      <label htmlFor={`${id}d`}>{label}</label>
      <div>
        <input
          id={`${id}d`}
          autoComplete="off"
          value={typedDay ?? (date ? longDate(date, today) : day)}
          aria-describedby={`${id}w`}
          onFocus={(event) => event.currentTarget.select()}
          onBlur={() => setTypedDay(null)}
          onChange={(event) => {
            const text = event.currentTarget.value;
            setTypedDay(text);
            const read = readDay(text, { today, order: 'dmy', from: date });
            if (read) setMonth(firstOf(read));
            onChange(halfWall(read ?? text, time));
          }}
        />
        <input
          aria-label={`${label}, time`}
          autoComplete="off"
          value={typedTime ?? time}
          onFocus={(event) => event.currentTarget.select()}
          onBlur={() => setTypedTime(null)}
          onChange={(event) => {
            const text = event.currentTarget.value;
            setTypedTime(text);
            onChange(halfWall(day, readTime(text) ?? text));
          }}
        />
      </div>
      <p id={`${id}w`} role="status">
        {wrong}
      </p>
      <details>
        <summary>Choose from a month</summary>
        <MonthGrid
          month={month}
          setMonth={setMonth}
          today={today}
          free={(each) => each >= today}
          chosen={date ? [date] : []}
          choose={(each) => {
            setTypedDay(null);
            onChange(halfWall(each, time));
          }}
          label="A month to choose from"
        />
      </details>
    </div>
  );
}
