import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import type { Hours, OpenSpan } from '#core/availability/hours';
import type { PlainDate } from '#core/calendar/days';
import type { TimeOfDay } from '#core/calendar/wallTime';
import { ActionIcon, Group, TextInput } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import styles from './SetUp.module.css';

type Props = {
  readonly hours: Hours;
  readonly set: (hours: Hours) => void;
  readonly error?: (path: string) => string | null;
};

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;
const usual: OpenSpan = { from: '09:00' as TimeOfDay, to: '18:00' as TimeOfDay };

/** A week of opening hours, then the days that differ: holidays, closures, longer evenings. */
export function HoursForm({ hours, set, error = () => null }: Props) {
  const { week, days } = hours;
  const setDay = (index: number, spans: readonly OpenSpan[]): void =>
    set({ ...hours, week: week.map((each, at) => (at === index ? spans : each)) });
  const rows = rowsOf(days, (next) => set({ ...hours, days: next }));
  const setOther = rows.change;
  return (
    <>
      {weekdays.map((name, index) => (
        <div key={name} className={styles.weekday}>
          <span>{name}</span>
          <Spans label={name} spans={week[index] ?? []} set={(spans) => setDay(index, spans)} />
        </div>
      ))}
      <p className={styles.label}>Days that differ</p>
      {days.map((day, index) => (
        <Group key={index} gap={6} align="flex-start" className={styles.other}>
          <TextInput
            aria-label={`First day, ${index + 1}`}
            type="date"
            value={day.from}
            error={error(`hours.days.${index}.from`)}
            onChange={(event) => setOther(index, { from: event.currentTarget.value as PlainDate })}
          />
          <TextInput
            aria-label={`Last day, ${index + 1}`}
            type="date"
            value={day.to}
            error={error(`hours.days.${index}.to`)}
            onChange={(event) => setOther(index, { to: event.currentTarget.value as PlainDate })}
          />
          <TextInput
            aria-label={`What for, ${index + 1}`}
            placeholder="National holiday"
            value={day.note}
            onChange={(event) => setOther(index, { note: event.currentTarget.value })}
          />
          <Spans label={`entry ${index + 1}`} spans={day.spans} set={(spans) => setOther(index, { spans })} />
          <RemoveRow name={`entry ${index + 1}`} onClick={() => rows.remove(index)} />
        </Group>
      ))}
      <AddRow onClick={() => rows.add({ from: '' as PlainDate, to: '' as PlainDate, spans: [], note: '' })}>
        Add a day that differs
      </AddRow>
    </>
  );
}

type SpansProps = {
  readonly label: string;
  readonly spans: readonly OpenSpan[];
  readonly set: (spans: readonly OpenSpan[]) => void;
};

const Spans = ({ label, spans, set }: SpansProps) => (
  <Group gap={6} className={styles.spans}>
    {spans.length === 0 && <span className={styles.closed}>closed</span>}
    {spans.map((span, index) => (
      <Group key={index} gap={4} wrap="nowrap">
        {(['from', 'to'] as const).map((side) => (
          <TextInput
            key={side}
            aria-label={`${label}, ${side} ${index + 1}`}
            type="time"
            value={span[side]}
            onChange={(event) =>
              set(
                spans.map((each, at) =>
                  at === index ? { ...each, [side]: event.currentTarget.value as TimeOfDay } : each,
                ),
              )
            }
          />
        ))}
        <RemoveRow name={`${label} ${index + 1}`} onClick={() => set(spans.filter((_, at) => at !== index))} />
      </Group>
    ))}
    <ActionIcon
      variant="subtle"
      color="gray"
      aria-label={`Add a time to ${label}`}
      onClick={() => set([...spans, usual])}
    >
      <IconPlus size={15} aria-hidden />
    </ActionIcon>
  </Group>
);
