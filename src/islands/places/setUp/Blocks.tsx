import { WallField } from '#islands/parts/WallField';
import { dayOfWall } from '#core/calendar/typedDay';
import { blockPlace, freePlace } from '#contracts/routes/places';
import type { PlaceLine } from '#contracts/catalogue/serviceViews';
import { localDate } from '#core/calendar/zoned';
import { longWall } from '#core/wording/days';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Group, TextInput } from '@mantine/core';
import { useState } from 'react';
import styles from '../../settings/SetUp.module.css';

/** Times in which a place cannot be booked: away, in repair. Each is saved as it is added. */
export function Blocks({ place }: { readonly place: PlaceLine }) {
  const { now, zone } = useShell();
  const today = localDate(now, zone);
  const nothing = { start: '', end: '', note: '' };
  const [draft, setDraft] = useState(nothing);
  const add = useRoute(blockPlace);
  const free = useRoute(freePlace);
  const field = (name: keyof typeof nothing) => ({
    value: draft[name],
    error: fieldMessage(add.problem, name),
    onChange: (event: { currentTarget: { value: string } }) => {
      add.clear();
      setDraft({ ...draft, [name]: event.currentTarget.value });
    },
  });
  const wallField = (name: 'start' | 'end') => ({
    value: draft[name],
    error: fieldMessage(add.problem, name),
    onChange: (value: string) => {
      add.clear();
      setDraft({ ...draft, [name]: value });
    },
  });
  const save = async (): Promise<void> => {
    if (await add.attempt({ placeId: place.id, ...draft })) setDraft(nothing);
  };
  return (
    <fieldset className={styles.blocks}>
      <legend>Away, or in repair</legend>
      <ul>
        {place.blocks.map(({ id, start, end, note }) => (
          <li key={id}>
            <span>
              {longWall(start, today)} to {longWall(end, today)}, {note}
            </span>
            <Button
              variant="subtle"
              color="gray"
              size="compact-sm"
              aria-label={`Free again: ${longWall(start, today)}`}
              onClick={() => void free.run({ id })}
            >
              Free again
            </Button>
          </li>
        ))}
        {place.blocks.length === 0 && <li>Nothing is entered.</li>}
      </ul>
      <Group align="flex-start" gap={8}>
        <WallField label="From" {...wallField('start')} />
        <WallField label="To" from={dayOfWall(draft.start)} {...wallField('end')} />
        <TextInput label="What for" placeholder="holiday" maxLength={120} {...field('note')} />
      </Group>
      <Problem problem={add.problem?.path ? null : add.problem} currency="EUR" />
      <Button variant="default" size="compact-sm" mt={8} loading={add.busy} onClick={() => void save()}>
        Keep it free of bookings
      </Button>
    </fieldset>
  );
}
