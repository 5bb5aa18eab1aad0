import { saveHours } from '#contracts/routes/places';
import type { Hours } from '#core/places/hours';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useSetting } from '#islands/parts/useSetting';
import { HoursForm } from '#islands/places/setUp/HoursForm';
import { Button } from '@mantine/core';

/** When the business is open: the frame of everything that clients book themselves. */
export function OpeningHours({ given }: { readonly given: Hours }) {
  const setting = useSetting(saveHours, given, (hours) => ({ hours }));
  return (
    <section aria-label="Opening hours">
      <h2>Opening hours</h2>
      <HoursForm hours={setting.value} set={setting.set} error={(path) => fieldMessage(setting.problem, path)} />
      <Problem problem={setting.problem} currency="EUR" />
      <Button mt="sm" loading={setting.busy} onClick={() => void setting.keep('Kept. What is booked already stays.')}>
        Keep these hours
      </Button>
    </section>
  );
}
