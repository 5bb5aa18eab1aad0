import { savePlace } from '#contracts/routes/places';
import { servicesView } from '#contracts/routes/catalogue';
import type { PlaceLine } from '#contracts/catalogue/serviceViews';
import type { Hours } from '#core/places/hours';
import { read } from '#islands/api';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { undoableSave } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { Blocks } from '#islands/places/setUp/Blocks';
import { HoursForm } from '#islands/places/setUp/HoursForm';
import { Button, Group, NativeSelect, NumberInput, Stack, Switch, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styles from '../../settings/SetUp.module.css';

type Draft = Omit<PlaceLine, 'id' | 'kind' | 'blocks'> & {
  readonly id: string | null;
  readonly kind: 'person' | 'room' | 'stock';
};
const newPlace: Draft = { id: null, name: '', kind: 'person', units: 1, hours: null, retired: false };
const kindWords = { person: 'a person', room: 'a room', stock: 'units of one kind', seats: 'seats' } as const;

/** Whom or what bookings take, so that nothing is promised twice. */
export function Places({ given, hours }: { readonly given: readonly PlaceLine[]; readonly hours: Hours }) {
  const { data } = useQuery({
    queryKey: ['services'],
    queryFn: () => read(servicesView, {}),
    staleTime: 0,
  });
  const places = data?.places ?? given;
  const [open, setOpen] = useState<Draft | null>(null);
  return (
    <section aria-label="Places">
      <h2>Who and what is booked</h2>
      <ul className={styles.places}>
        {places.map((place) => (
          <li key={place.id}>
            <button type="button" onClick={() => setOpen({ ...place, kind: place.kind as Draft['kind'] })}>
              <b>{place.name}</b>
              <span>
                {kindWords[place.kind]}
                {place.units > 1 && `, ${place.units} of them`}
                {place.hours && ', with hours of its own'}
                {place.retired && ', no longer booked'}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {open ? (
        <>
          <PlaceForm key={open.id ?? 'new'} given={open} hours={hours} close={() => setOpen(null)} />
          {places
            .filter(({ id }) => id === open.id)
            .map((place) => (
              <Blocks key={place.id} place={place} />
            ))}
        </>
      ) : (
        <Button variant="default" onClick={() => setOpen(newPlace)}>
          Add somebody or something
        </Button>
      )}
    </section>
  );
}

type FormProps = { readonly given: Draft; readonly hours: Hours; readonly close: () => void };

function PlaceForm({ given, hours, close }: FormProps) {
  const [draft, setDraft] = useState(given);
  const save = useRoute(savePlace);
  const change = (part: Partial<Draft>): void => {
    save.clear();
    setDraft({ ...draft, ...part });
  };
  const error = (path: string) => fieldMessage(save.problem, path);
  const sends = ({ id, name, kind, units, retired, hours: own }: Draft) => ({
    id,
    name,
    kind,
    units,
    retired,
    hours: own,
    requestKey: save.requestKey(),
  });
  const keep = async (): Promise<void> => {
    if (!(await save.run(sends(draft)))) return;
    if (given.id !== null)
      undoableSave(`place ${given.id}`, `“${draft.name}” is kept.`, () => save.tryIt(sends(given)));
    close();
  };
  return (
    <Stack gap="sm" className={styles.place}>
      <TextInput
        label="Name"
        value={draft.name}
        error={error('name')}
        onChange={(event) => change({ name: event.currentTarget.value })}
        data-autofocus
      />
      <Group grow align="flex-start">
        <NativeSelect
          label="Is"
          value={draft.kind}
          data={(['person', 'room', 'stock'] as const).map((kind) => ({ value: kind, label: kindWords[kind] }))}
          onChange={(event) => change({ kind: event.currentTarget.value as Draft['kind'] })}
        />
        <NumberInput
          label="How many at a time"
          min={1}
          max={5000}
          value={draft.units}
          error={error('units')}
          onChange={(value) => change({ units: Number(value) || 1 })}
        />
      </Group>
      <Switch
        label="Has hours of its own"
        checked={draft.hours !== null}
        onChange={(event) => change({ hours: event.currentTarget.checked ? { ...hours, days: [] } : null })}
      />
      {draft.hours && <HoursForm hours={draft.hours} set={(next) => change({ hours: next })} error={error} />}
      <Switch
        label="No longer booked"
        checked={draft.retired}
        onChange={(event) => change({ retired: event.currentTarget.checked })}
      />
      <Problem problem={save.problem?.path ? null : save.problem} currency="EUR" />
      <Group>
        <Button loading={save.busy} onClick={() => void keep()}>
          Keep
        </Button>
        <Button variant="default" onClick={close}>
          Leave it
        </Button>
      </Group>
    </Stack>
  );
}
