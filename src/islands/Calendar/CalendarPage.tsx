import type { CalendarAt } from '#contracts/bookingsQuery';
import type { CalendarView } from '#contracts/timeViews';
import type { Shell } from '#contracts/views';
import { useReady } from '#islands/parts/useReady';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { lazy, Suspense } from 'react';

/** The grid comes only where it is looked at: it is the largest part of the page. */
const CalendarBoard = lazy(() => import('#islands/Calendar/CalendarBoard'));

type Props = {
  readonly shell: Shell;
  readonly path: string;
  readonly view: CalendarView;
  readonly at: CalendarAt;
};

export default function CalendarPage({ shell, path, view, at }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <WhenReady view={view} at={at} />
    </OwnerShell>
  );
}

const WhenReady = ({ view, at }: Pick<Props, 'view' | 'at'>) =>
  useReady() ? (
    <Suspense fallback={<p aria-busy="true">Opening the calendar…</p>}>
      <CalendarBoard view={view} at={at} />
    </Suspense>
  ) : (
    <p aria-busy="true">Opening the calendar…</p>
  );
