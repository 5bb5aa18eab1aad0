import { saveHours } from '#contracts/routes/places/saveHours';
import type { Hours } from '#core/availability/hours';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { HoursForm } from '#islands/SetUp/HoursForm';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

/** When the business is open: the frame of everything that clients book themselves. */
export function OpeningHours({ given }: { readonly given: Hours }) {
  const [hours, setHours] = useState(given);
  const save = useRoute(saveHours);
  const keep = async (): Promise<void> => {
    if (await save.run({ hours })) notifications.show({ message: 'Kept. What is booked already stays.' });
  };
  return (
    <section aria-label="Opening hours">
      <h2>Opening hours</h2>
      <HoursForm
        hours={hours}
        set={(next) => {
          save.clear();
          setHours(next);
        }}
        error={(path) => fieldMessage(save.problem, path)}
      />
      <Problem problem={save.problem} currency="EUR" />
      <Button mt="sm" loading={save.busy} onClick={() => void keep()}>
        Keep these hours
      </Button>
    </section>
  );
}
