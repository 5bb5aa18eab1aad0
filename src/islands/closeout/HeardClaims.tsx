import { bookingView } from '#contracts/routes/bookings';
import { bookingState } from '#core/bookings/bookingState';
import { ReturnRow } from '#islands/returns/ReturnRow';
import { ClaimsPanel } from '#islands/claims/ClaimsPanel';
import { read } from '#islands/api';
import { useShell } from '#islands/shell/useShell';
import { Skeleton } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import styles from './CloseOut.module.css';

/** The claims of a booking whose client is heard about them, read whole as it is opened. */
export function HeardClaims({ number, done }: { readonly number: string; readonly done: () => void }) {
  const { now } = useShell();
  const { data: view } = useQuery({ queryKey: ['booking', number], queryFn: () => read(bookingView, { number }) });
  if (!view)
    return (
      <div className={styles.heard}>
        <Skeleton height={120} />
      </div>
    );
  const current = bookingState(view.agreed, view.facts, now);
  return (
    <div className={styles.heard}>
      {view.returns && current.ledger.closedOut === null && <ReturnRow bookingId={view.id} bookingState={current} />}
      <ClaimsPanel view={view} bookingState={current} done={done} />
    </div>
  );
}
