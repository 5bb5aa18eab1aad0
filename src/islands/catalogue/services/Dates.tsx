import { WallField } from '#islands/parts/WallField';
import { dayOfWall, endAfter } from '#core/calendar/typedDay';
import { addDate, callOffDate } from '#contracts/routes/places';
import type { ServicesView } from '#contracts/catalogue/serviceViews';
import { localDate } from '#core/calendar/zoned';
import { longWall } from '#core/wording/days';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Group, NumberInput } from '@mantine/core';
import { useState } from 'react';
import styles from './Services.module.css';

type Props = { readonly view: ServicesView; readonly serviceId: string };

/** The dates of a service that is held on set dates: how full they are, and one more. Each is saved as it is added. */
export function Dates({ view, serviceId }: Props) {
  const { now, zone } = useShell();
  const today = localDate(now, zone);
  const [start, setStart] = useState('');
  const [end, setEnd] = useState('');
  const [seats, setSeats] = useState(12);
  const add = useRoute(addDate);
  const callOff = useRoute(callOffDate);
  const dates = view.dates.filter((date) => date.serviceId === serviceId);
  const error = (path: string) => fieldMessage(add.problem, path);
  const save = async (): Promise<void> => {
    const done = await add.run({ requestKey: add.requestKey(), serviceId, start, end, seats });
    if (done) setStart('');
  };
  return (
    <fieldset className={styles.extras}>
      <legend>Dates</legend>
      {dates.length === 0 && <p>There is no coming date yet.</p>}
      <ul className={styles.dates}>
        {dates.map((date) => (
          <li key={date.id}>
            <span>
              {longWall(date.start, today)} to {date.end.slice(11)}
            </span>
            <span className="num">
              {date.taken} of {date.seats} taken
            </span>
            <Button
              variant="subtle"
              color="gray"
              size="compact-sm"
              aria-label={`Call off ${longWall(date.start, today)}`}
              onClick={() => void callOff.run({ id: date.id })}
            >
              Call off
            </Button>
          </li>
        ))}
      </ul>
      <Group align="flex-start" gap={8}>
        <WallField
          label="Begins"
          value={start}
          error={error('start')}
          onChange={(next) => {
            setEnd(endAfter(start, end, next) ?? end);
            setStart(next);
            add.clear();
          }}
        />
        <WallField
          label="Ends"
          from={dayOfWall(start)}
          value={end}
          error={error('end')}
          onChange={(next) => {
            setEnd(next);
            add.clear();
          }}
        />
        <NumberInput
          label="Seats"
          w={90}
          min={1}
          max={5000}
          value={seats}
          onChange={(value) => setSeats(Number(value) || 1)}
        />
        <Button mt={25} variant="default" disabled={!start || !end} loading={add.busy} onClick={() => void save()}>
          Add the date
        </Button>
      </Group>
      <Problem problem={callOff.problem ?? (add.problem?.path ? null : add.problem)} currency="EUR" />
    </fieldset>
  );
}
