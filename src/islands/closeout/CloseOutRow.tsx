import type { CloseOutView } from '#contracts/bookings/views';

import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { clockOf, distance, longDate } from '#core/wording/days';
import { formatAmount } from '#core/money/formatMoney';
import { MoneyStrip } from '#islands/parts/MoneyStrip';
import { useShell } from '#islands/shell/useShell';
import { Button, Checkbox } from '@mantine/core';
import { nothingClaimed } from '#islands/closeout/nothingClaimed';
import styles from './CloseOut.module.css';

type Props = {
  readonly line: CloseOutView['queue'][number];
  readonly chosen: boolean;
  readonly toggle: () => void;
  readonly opened: boolean;
  readonly open: () => void;
};

/** What the row's button leads to. */
function actionOf({ claims, notBack }: Props['line']): string {
  if (notBack) return 'Is it back?';
  if (claims && claims.objected > 0) return 'Decide';
  return claims && claims.waits > 0 ? 'See the claim' : 'Claim or release';
}

/** Where the claims of a booking stand whose client is heard about them; null where none is open. */
function claimWords({ claims, notBack }: Props['line']): string | null {
  if (notBack) return 'Not back; the hold is renewed as long as its account can.';
  if (!claims) return null;
  if (claims.objected > 0) return 'The client objects to a claim: decide on it.';
  if (claims.waits > 0) return 'A claim waits for the client’s answer; the hold stays meanwhile.';
  return claims.ready > 0 ? 'A claim may be taken.' : null;
}

export function CloseOutRow({ line, chosen, toggle, opened, open }: Props) {
  const { zone, today } = useShell();
  // What waits for its client is not for the owner yet.
  const waits = line.claims !== null && line.claims.waits > 0 && line.claims.objected === 0;
  const by = waits ? line.claims!.until : line.decideBy;
  const day = by ? localDate(by, zone) : today;
  const urgent = !waits && line.held > 0 && day <= today;
  return (
    <div className={styles.row}>
      <Checkbox
        checked={chosen}
        onChange={toggle}
        disabled={!nothingClaimed(line)}
        aria-label={`Choose ${line.client}`}
      />
      <div className={urgent ? styles.deadlineUrgent : styles.deadline}>
        <b className="num">{day === today && by ? clockOf(wallOfInstant(by, zone)) : longDate(day, today)}</b>
        <span>{waits ? 'the client answers' : distance(day, today)}</span>
      </div>
      <div>
        <a href={`/bookings/${line.number}`} className={styles.who}>
          {line.client} · {line.title}
        </a>
        <p>
          {line.held > 0
            ? (claimWords(line) ?? 'Held, and let go by itself then if nothing is decided.')
            : line.security > 0
              ? 'A refundable deposit is in hand; it goes back when you decide.'
              : 'Nothing is held.'}
          {line.outstanding > 0 && ` ${formatAmount(line.outstanding, line.currency)} still to pay.`}
        </p>
      </div>
      <MoneyStrip strip={line.strip} currency={line.currency} />
      <div className={styles.sum}>
        <b className="num">{formatAmount(line.security > 0 ? line.security : line.held, line.currency)}</b>
        <span>{line.security > 0 ? 'deposit' : 'held'}</span>
      </div>
      <Button variant="default" onClick={open} aria-expanded={opened} data-row-action>
        {opened ? 'Close' : actionOf(line)}
      </Button>
    </div>
  );
}
