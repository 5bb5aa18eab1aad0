import { markReturned, markMissing } from '#contracts/routes/returns';
import type { BookingState } from '#core/bookings/bookingState';
import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { shortMoment } from '#core/wording/days';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { WallField } from '#islands/parts/WallField';
import { Button } from '@mantine/core';
import { useState } from 'react';
import styles from '../After/After.module.css';

/** Whether what was lent is back: now, at another time, or not. */
export function ReturnRow({
  bookingId,
  bookingState,
}: {
  readonly bookingId: string;
  readonly bookingState: BookingState;
}) {
  const { agreed, asOf, endAt, ledger } = bookingState;
  const { timeZone, currency } = agreed;
  const today = localDate(asOf, timeZone);
  const { back, notBack: missing } = ledger.after;
  const [at, setAt] = useState<string | null>(null);
  const [typing, setTyping] = useState(false);
  const say = useRoute(markReturned);
  const deny = useRoute(markMissing);
  const bring = async (moment: string | null): Promise<void> => {
    if (await say.attempt({ bookingId, moment })) setTyping(false);
  };
  return (
    <div className={styles.back}>
      <p>
        {back ? (
          <>
            Back <b>{shortMoment(back, timeZone, today)}</b>
            {back < endAt && asOf < endAt && ', before its end: it can be closed early'}
          </>
        ) : missing ? (
          <b className="t-late">Not back. The hold is renewed as long as its account can.</b>
        ) : (
          'Is it back?'
        )}
      </p>
      <div className={styles.panelButtons}>
        {!back && (
          <Button size="compact-sm" loading={say.busy} onClick={() => void bring(null)}>
            It is back now
          </Button>
        )}
        <Button size="compact-sm" variant="default" onClick={() => setTyping(!typing)}>
          {back ? 'At another time' : 'It came earlier'}
        </Button>
        {!missing && (asOf >= endAt || back !== null) && (
          <Button
            size="compact-sm"
            variant="default"
            loading={deny.busy}
            onClick={() => void deny.attempt({ bookingId })}
          >
            Not back
          </Button>
        )}
      </div>
      {typing && (
        <div className={styles.backAt}>
          <WallField label="It came back" value={at ?? wallOfInstant(back ?? asOf, timeZone)} onChange={setAt} />
          <Button
            size="compact-sm"
            loading={say.busy}
            onClick={() => void bring(at ?? wallOfInstant(back ?? asOf, timeZone))}
          >
            Set
          </Button>
        </div>
      )}
      <Problem problem={say.problem ?? deny.problem} currency={currency} />
    </div>
  );
}
