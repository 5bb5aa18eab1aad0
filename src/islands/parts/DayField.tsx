import { addDays, addMonthsClamped, isPlainDate, type PlainDate } from '#core/calendar/days';
import { type DayContext, readDay } from '#core/calendar/typedDay';
import { longDate } from '#core/wording/days';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { useDayContext } from '#islands/parts/useDayContext';
import { useFreeDays } from '#islands/parts/useFreeDays';
import { ActionIcon, Popover, TextInput, type TextInputProps } from '@mantine/core';
import { IconCalendar } from '@tabler/icons-react';
import { type KeyboardEvent, useRef, useState } from 'react';
import styles from './DayField.module.css';

const DayCalendar = lazyComponent(() => import('#islands/parts/DayCalendar').then((part) => part.DayCalendar));

export type DayFieldProps = Omit<TextInputProps, 'value' | 'onChange' | 'type'> & {
  /** YYYY-MM-DD, nothing, or what was typed and is no day yet: it is kept, for a contract to say so. */
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** What "+3d" counts from; today where nothing is said. */
  readonly from?: PlainDate | null;
  /** Of this service the small calendar shows what is free. */
  readonly service?: string | undefined;
  /** Reads more than a day of what was typed, such as a time behind it. */
  readonly reads?: (typed: string, about: DayContext) => string | null;
};

export const noDay = 'a day, such as 18 6, fri or +3d';

/**
 * A day: typed in the business's order, in shorthand ("18 6", "fri", "+3d"), moved by the arrow keys, or chosen from a
 * small calendar. What is not understood stays as it was typed.
 */
export function DayField({ value, onChange, from = null, service, reads, error, ...rest }: DayFieldProps) {
  const context = useDayContext(from);
  const { today } = context;
  const [typing, setTyping] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const day = isPlainDate(value) ? value : null;
  const [month, setMonth] = useState<PlainDate>(day ?? today);
  const free = useFreeDays(service, month, open);
  const read = (text: string): string => {
    if (text.trim() === '') return '';
    return reads?.(text, context) ?? readDay(text, context) ?? text;
  };
  const show = (next: boolean): void => {
    if (!next) return setOpen(false);
    setMonth(day ?? today);
    // It opens with its days in it: they take the focus. Where they do not come, it says so itself.
    void DayCalendar.fetched()
      .catch(() => undefined)
      .then(() => setOpen(true));
  };
  const step = (to: PlainDate): void => {
    setTyping(null);
    onChange(to);
  };
  const keys = (event: KeyboardEvent): void => {
    if (event.altKey && event.key === 'ArrowDown') {
      event.preventDefault();
      return show(true);
    }
    const moves: Record<string, (date: PlainDate) => PlainDate> = {
      ArrowUp: (date) => addDays(date, 1),
      ArrowDown: (date) => addDays(date, -1),
      PageUp: (date) => addMonthsClamped(date, 1),
      PageDown: (date) => addMonthsClamped(date, -1),
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    step(day ? move(day) : today);
  };
  const unread = typing === null && value !== '' && day === null ? noDay : null;
  return (
    <Popover
      opened={open}
      onChange={show}
      position="bottom-start"
      trapFocus
      returnFocus
      withinPortal
      withRoles={false}
      shadow="md"
    >
      <Popover.Target>
        <TextInput
          {...rest}
          ref={input}
          type="text"
          autoComplete="off"
          value={typing ?? (day ? longDate(day, today) : value)}
          error={unread ?? error}
          onFocus={(event) => event.currentTarget.select()}
          onChange={(event) => {
            setTyping(event.currentTarget.value);
            onChange(read(event.currentTarget.value));
          }}
          onBlur={() => setTyping(null)}
          onKeyDown={keys}
          rightSection={
            <ActionIcon
              variant="subtle"
              color="gray"
              tabIndex={-1}
              aria-expanded={open}
              aria-label={`Calendar for ${typeof rest.label === 'string' ? rest.label : (rest['aria-label'] ?? 'the day')}`}
              onClick={() => show(!open)}
            >
              <IconCalendar size={17} aria-hidden />
            </ActionIcon>
          }
        />
      </Popover.Target>
      <Popover.Dropdown>
        <DayCalendar
          {...{ day, month, setMonth, free, today }}
          choose={(chosen) => {
            if (chosen) step(chosen);
            setOpen(false);
          }}
        />
        {service && free && <p className={styles.legend}>Free days are underlined.</p>}
      </Popover.Dropdown>
    </Popover>
  );
}
