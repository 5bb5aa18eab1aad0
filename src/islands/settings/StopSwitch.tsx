import { stopBooking } from '#contracts/routes/settings';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Switch } from '@mantine/core';

/** One switch for when somebody blocks places, or the owner needs a pause. */
export function StopSwitch() {
  const { bookingStopped, pressed } = useShell();
  const stop = useRoute(stopBooking);
  return (
    <>
      <Switch
        checked={!bookingStopped}
        disabled={stop.busy}
        onChange={(event) => void stop.run({ stopped: !event.currentTarget.checked })}
        label="Clients can book by themselves"
        description={
          bookingStopped
            ? 'Stopped: the page says so, and nothing new is kept. What is booked, or being paid, goes on.'
            : pressed
              ? 'Many carts are left unpaid now: each visitor’s device does a little work before a place is kept.'
              : 'Off stops new bookings at once; what is booked, or being paid, goes on.'
        }
      />
      <Problem problem={stop.problem} currency="EUR" />
    </>
  );
}
