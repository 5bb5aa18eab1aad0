import { markReturned, markMissing } from '#contracts/routes/returns';
import type { BookingLine } from '#contracts/bookings/views';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button } from '@mantine/core';
import styles from './DecisionList.module.css';

type Props = { readonly line: Pick<BookingLine, 'id' | 'number' | 'currency' | 'client'> };

/** Whether what was lent is back, said where the day begins: back as of now, or not. */
export function ReturnActions({ line: { id, number, currency, client } }: Props) {
  const say = useRoute(markReturned);
  const deny = useRoute(markMissing);
  return (
    <div className={styles.isBack}>
      <Button
        size="compact-xs"
        variant="default"
        loading={say.busy}
        aria-label={`Back now: ${client}`}
        onClick={() => void say.attempt({ bookingId: id, moment: null })}
      >
        Back now
      </Button>
      <Button
        size="compact-xs"
        variant="default"
        loading={deny.busy}
        aria-label={`Not back: ${client}`}
        onClick={() => void deny.attempt({ bookingId: id })}
      >
        Not back
      </Button>
      <a href={`/bookings/${number}`}>Back earlier</a>
      <Problem problem={say.problem ?? deny.problem} currency={currency} />
    </div>
  );
}

/** The one next action of something that was said not to have come back. */
export function ReturnedNow({ line: { id, currency } }: Props) {
  const say = useRoute(markReturned);
  return (
    <div>
      <Button
        className={styles.act}
        px={8}
        loading={say.busy}
        data-row-action
        onClick={() => void say.attempt({ bookingId: id, moment: null })}
      >
        It is back now
      </Button>
      <Problem problem={say.problem} currency={currency} />
    </div>
  );
}
