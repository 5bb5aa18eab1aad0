import type { CalendarAt } from '#contracts/bookings/bookingsQuery';
import type { CalendarView } from '#contracts/places/timeViews';
import type { Shell } from '#contracts/bookings/views';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { OwnerShell } from '#islands/shell/OwnerShell';

/** The grid comes only where it is looked at: it is the largest part of the page. */
const CalendarBoard = lazyComponent(
  () => import('#islands/places/calendar/CalendarBoard').then((part) => part.CalendarBoard),
  () => <p aria-busy="true">Opening the calendar…</p>,
);

type Props = {
  readonly shell: Shell;
  readonly path: string;
  readonly view: CalendarView;
  readonly at: CalendarAt;
};

export default function CalendarPage({ shell, path, view, at }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <CalendarBoard view={view} at={at} />
    </OwnerShell>
  );
}
