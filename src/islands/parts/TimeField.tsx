import { isTimeOfDay } from '#core/calendar/wallTime';
import { writtenTime } from '#core/wording/houseStyle';
import { readTime } from '#core/calendar/typedDay';
import { TextInput, type TextInputProps } from '@mantine/core';
import { type KeyboardEvent, useState } from 'react';

type Props = Omit<TextInputProps, 'value' | 'onChange' | 'type'> & {
  /** HH:MM, nothing, or what was typed and is no time yet. */
  readonly value: string;
  readonly onChange: (value: string) => void;
};
const quarter = 15;
const day = 24 * 60;

/** A time of day: typed with or without a colon, "7pm", "noon"; the arrow keys move it by a quarter of an hour. */
export function TimeField({ value, onChange, error, ...rest }: Props) {
  const [typing, setTyping] = useState<string | null>(null);
  const step = (event: KeyboardEvent): void => {
    if ((event.key !== 'ArrowUp' && event.key !== 'ArrowDown') || !isTimeOfDay(value)) return;
    event.preventDefault();
    const minutes = Number(value.slice(0, 2)) * 60 + Number(value.slice(3));
    const by = event.key === 'ArrowUp' ? quarter : -quarter;
    const to = (minutes + by + day) % day;
    setTyping(null);
    onChange(`${String(Math.floor(to / 60)).padStart(2, '0')}:${String(to % 60).padStart(2, '0')}`);
  };
  const unread = typing === null && value !== '' && !isTimeOfDay(value) ? 'a time, such as 18:30' : null;
  return (
    <TextInput
      {...rest}
      type="text"
      inputMode="text"
      autoComplete="off"
      placeholder={rest.placeholder ?? 'time'}
      value={typing ?? (isTimeOfDay(value) ? writtenTime(value) : value)}
      error={unread ?? error}
      onFocus={(event) => event.currentTarget.select()}
      onChange={(event) => {
        const text = event.currentTarget.value;
        setTyping(text);
        onChange(text.trim() === '' ? '' : (readTime(text) ?? text));
      }}
      onBlur={() => setTyping(null)}
      onKeyDown={step}
    />
  );
}
