import { isPlainDate, type PlainDate } from '#core/calendar/days';
import { readDay } from '#core/calendar/typedDay';
import { longDate } from '#core/wording/days';
import { houseStyle } from '#core/wording/houseStyle';
import { MonthGrid } from '#islands/parts/MonthGrid';
import { firstOf } from '#islands/parts/months';
import { type ReactNode, useId, useState } from 'react';
import own from '#islands/clientPage/Own.module.css';

type Props = {
  readonly label: string;
  /** YYYY-MM-DD, nothing, or what was typed and is no day yet. */
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly today: PlainDate;
  readonly wrong?: string | null;
  /** The earliest day that the small month offers; the day of today where nothing is said, any where it is null. */
  readonly from?: PlainDate | null;
  /** Stands beside it in one line: a time. */
  readonly beside?: ReactNode;
};

/** A day on a client's page: typed as people write days, or chosen from a month. */
export function DayInput({ label, value, onChange, today, wrong = null, from = today, beside }: Props) {
  const id = useId();
  const date = isPlainDate(value) ? value : null;
  const [typed, setTyped] = useState<string | null>(null);
  const [month, setMonth] = useState(firstOf(date ?? today));
  const unread = typed === null && value !== '' && !date ? 'Which day? Such as 18 6, or Friday.' : null;
  const said = unread ?? wrong;
  return (
    <div className={own.when} data-beside={beside !== undefined}>
      <label htmlFor={id}>{label}</label>
      <div>
        <input
          id={id}
          autoComplete="off"
          value={typed ?? (date ? longDate(date, today) : value)}
          aria-describedby={`${id}w`}
          aria-invalid={said !== null}
          onFocus={(event) => event.currentTarget.select()}
          onBlur={() => setTyped(null)}
          onChange={(event) => {
            const text = event.currentTarget.value;
            setTyped(text);
            const read = readDay(text, { today, order: houseStyle().order });
            if (read) setMonth(firstOf(read));
            onChange(text.trim() === '' ? '' : (read ?? text));
          }}
        />
        {beside}
      </div>
      <p id={`${id}w`} role="status">
        {said}
      </p>
      <details>
        <summary>Choose from a month</summary>
        <MonthGrid
          month={month}
          setMonth={setMonth}
          today={from ?? ('0001-01-01' as PlainDate)}
          free={(each) => from === null || each >= from}
          chosen={date ? [date] : []}
          choose={(each) => {
            setTyped(null);
            onChange(each);
          }}
          label="A month to choose from"
        />
      </details>
    </div>
  );
}
