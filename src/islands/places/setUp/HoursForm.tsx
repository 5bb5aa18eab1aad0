import { DayField } from '#islands/parts/DayField';
import { isPlainDate } from '#core/calendar/days';
import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import type { Hours } from '#core/places/hours';
import type { PlainDate } from '#core/calendar/days';
import { Spans } from '#islands/places/setUp/Spans';
import { WeekForm } from '#islands/places/setUp/WeekForm';
import { Group, TextInput } from '@mantine/core';
import styles from '../../settings/SetUp.module.css';

type Props = {
  readonly hours: Hours;
  readonly set: (hours: Hours) => void;
  readonly error?: (path: string) => string | null;
};

/** A week of opening hours, then the days that differ: holidays, closures, longer evenings. */
export function HoursForm({ hours, set, error = () => null }: Props) {
  const { week, days } = hours;
  const rows = rowsOf(days, (next) => set({ ...hours, days: next }));
  const setOther = rows.change;
  return (
    <>
      <WeekForm week={week} set={(next) => set({ ...hours, week: next })} />
      <p className={styles.label}>Days that differ</p>
      {days.map((day, index) => (
        <Group key={index} gap={6} align="flex-start" className={styles.other}>
          <DayField
            aria-label={`First day, ${index + 1}`}
            placeholder="First day"
            value={day.from}
            error={error(`hours.days.${index}.from`)}
            onChange={(from) => {
              const first = from as PlainDate;
              setOther(index, { from: first, to: day.to === day.from ? first : day.to });
            }}
          />
          <DayField
            aria-label={`Last day, ${index + 1}`}
            placeholder="Last day"
            from={isPlainDate(day.from) ? day.from : null}
            value={day.to}
            error={error(`hours.days.${index}.to`)}
            onChange={(to) => setOther(index, { to: to as PlainDate })}
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
