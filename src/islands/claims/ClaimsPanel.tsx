import { askForClaims, takeClaims, withdrawClaim } from '#contracts/routes/claims';
import { closeOut } from '#contracts/routes/closeout';
import type { BookingView } from '#contracts/bookings/views';
import { type BookedClaim, claimLeft, claimState } from '#core/claims/claims';
import { lateReturn } from '#core/returns/lateReturn';
import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { claimsLeft } from '#core/consent/purposesOf';
import { closeout } from '#core/closeout/closeout';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { sum, zero } from '#core/money/minor';
import { claimStateForOwner } from '#core/wording/claimWords';
import { longMoment, shortMoment } from '#core/wording/days';
import type { ClaimProposal } from '#islands/claims/ClaimDialog';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { Problem } from '#islands/parts/Problem';
import { RowMenu } from '#islands/parts/RowMenu';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import styles from '../After/After.module.css';

const DecideDialog = lazyComponent(() => import('#islands/claims/DecideDialog').then((part) => part.DecideDialog));

const ClaimDialog = lazyComponent(() => import('#islands/claims/ClaimDialog').then((part) => part.ClaimDialog));

type Props = { readonly view: BookingView; readonly bookingState: BookingState; readonly done?: () => void };

/** Minutes as people say them. */
const lateWords = (minutes: number): string =>
  minutes < 120
    ? `${minutes} minutes`
    : minutes < 2880
      ? `${Math.round(minutes / 60)} hours`
      : `${Math.round(minutes / 1440)} days`;

/** The claims of a booking: what waits for whom, what may be taken, and what closing it would do. */
export function ClaimsPanel({ view, bookingState, done }: Props) {
  const { currency, timeZone } = bookingState.agreed;
  const { ledger, asOf, hold, stage } = bookingState;
  const today = localDate(asOf, timeZone);
  const [dialog, setDialog] = useState<{ claim?: BookedClaim; proposed?: ClaimProposal } | null>(null);
  const [deciding, setDeciding] = useState<BookedClaim | null>(null);
  const take = useRoute(takeClaims);
  const ask = useRoute(askForClaims);
  const withdraw = useRoute(withdrawClaim);
  const close = useRoute(closeOut);
  const { claims, back } = ledger.after;
  const rule = bookingState.agreed.terms.claims?.late;
  const late = rule ? lateReturn(rule, bookingState.agreed, back ?? asOf) : null;
  const proposesLate =
    late !== null && stage === 'toCloseOut' && !claims.some((claim) => claim.what === 'late' && !claim.withdrawn);
  const stateOf = (claim: BookedClaim) => claimState(claim, asOf);
  const ready = claims.filter((claim) => stateOf(claim) === 'ready');
  const open = claims.some((claim) => ['waits', 'objected'].includes(stateOf(claim)));
  const inForce = hold?.inForce?.amount ?? zero;
  const most = claimsLeft(bookingState);
  const figures = closeout({
    held: inForce,
    claims: ready.map((claim) => ({ id: claim.claimId, amount: claimLeft(claim) })),
    outstanding: bookingState.position.outstanding,
    coverBalance: false,
    ...(most === null ? {} : { mostForClaims: most }),
  });
  const closing = async (): Promise<void> => {
    if (!(await close.run({ bookingId: view.id, claims: [], coverBalance: false }))) return;
    notifications.show({
      title: `${view.client.name} is closed`,
      message: `${formatAmount(figures.capture, currency)} captured, ${formatAmount(figures.release, currency)} released.`,
    });
    done?.();
  };
  const taking = async (): Promise<void> => {
    const claimIds = ready.map(({ claimId }) => claimId);
    const taken = await take.run({ bookingId: view.id, requestKey: take.requestKey(), claimIds });
    if (taken)
      notifications.show({
        message: taken.taken
          ? `${formatMoney(figures.capture, currency)} is taken; the rest is held on.`
          : 'The hold had run out.',
      });
  };
  const asking = async (): Promise<void> => {
    const claimIds = ready.map(({ claimId }) => claimId);
    if (await ask.attempt({ bookingId: view.id, requestKey: ask.requestKey(), claimIds }))
      notifications.show({ message: `${view.client.name} is asked for it.` });
  };
  const problem = take.problem ?? ask.problem ?? withdraw.problem ?? close.problem;
  const over = ledger.closedOut !== null || ledger.cancelled !== null;
  return (
    <div className={styles.panel}>
      {claims.length > 0 && (
        <ul className={styles.claimList} aria-label="Claims">
          {claims.map((claim) => {
            const state = stateOf(claim);
            const { answer, answerBy } = claim;
            return (
              <li key={claim.claimId} data-state={state}>
                <div>
                  <b>{claim.reason}</b>
                  <span className={styles.state}>
                    {claimStateForOwner[state]}
                    {state === 'waits' && answerBy && `, until ${longMoment(answerBy, timeZone, today)}`}
                    {answer?.kind === 'accepted' && ` · accepted ${shortMoment(answer.at, timeZone, today)}`}
                  </span>
                </div>
                <b className="num">{formatAmount(claim.amount, currency)}</b>
                {state === 'objected' ? (
                  <Button size="compact-sm" onClick={() => setDeciding(claim)}>
                    Decide
                  </Button>
                ) : (
                  ['waits', 'ready'].includes(state) && (
                    <RowMenu label={`More about ${claim.reason}`}>
                      {claim.taken === 0 && <Menu.Item onClick={() => setDialog({ claim })}>Say it anew</Menu.Item>}
                      <Menu.Item
                        color="red"
                        onClick={() => void withdraw.attempt({ bookingId: view.id, claimId: claim.claimId })}
                      >
                        Withdraw it
                      </Menu.Item>
                    </RowMenu>
                  )
                )}
                {(claim.restsOn || answer?.kind === 'objected' || claim.pictures.length > 0) && (
                  <div className={styles.details}>
                    {claim.restsOn && <p>{claim.restsOn}</p>}
                    {answer?.kind === 'objected' && (
                      <p className={styles.objection}>
                        “{answer.note}”
                        {answer.agreesTo !== null && ` Would pay ${formatMoney(answer.agreesTo, currency)}.`}
                      </p>
                    )}
                    {claim.pictures.length > 0 && (
                      <ul className={styles.thumbs}>
                        {claim.pictures.map(({ fileId, sha256 }, index) => (
                          <li key={sha256}>
                            <a href={`/f/${fileId}`} target="_blank" rel="noreferrer">
                              <img src={`/f/${fileId}`} alt={`${claim.reason}, ${index + 1}`} loading="lazy" />
                            </a>
                          </li>
                        ))}
                      </ul>
                    )}
                  </div>
                )}
              </li>
            );
          })}
        </ul>
      )}
      {proposesLate && (
        <p className={styles.late}>
          {back ? 'It came' : 'It is'} {lateWords(late.minutes)} late; by its terms {formatMoney(late.amount, currency)}
          .{' '}
          <Button
            size="compact-sm"
            variant="default"
            onClick={() =>
              setDialog({
                proposed: {
                  what: 'late',
                  reason: `Back ${lateWords(late.minutes)} late`,
                  amount: formatAmount(late.amount, currency),
                },
              })
            }
          >
            Claim it
          </Button>
        </p>
      )}
      <div className={styles.panelButtons}>
        <Button variant="default" onClick={() => setDialog({})}>
          {claims.length > 0 ? 'Another claim' : 'Claim something'}
        </Button>
        {view.takesSeveral && ready.length > 0 && inForce > 0 && !over && (
          <Button variant="default" loading={take.busy} onClick={() => void taking()}>
            Take {formatMoney(figures.capture, currency)} now, hold the rest on
          </Button>
        )}
        {over && ready.length > 0 && (
          <Button loading={ask.busy} onClick={() => void asking()}>
            Ask for {formatMoney(sum(ready.map(claimLeft)), currency)}
          </Button>
        )}
        {stage === 'toCloseOut' && !open && !ledger.after.notBack && (
          <Button loading={close.busy} onClick={() => void closing()}>
            {figures.capture > 0
              ? `Close out: capture ${formatMoney(figures.capture, currency)}, release ${formatAmount(figures.release, currency)}`
              : inForce > 0
                ? `Close out: nothing claimed, release ${formatMoney(inForce, currency)}`
                : 'Close out: nothing is held'}
          </Button>
        )}
      </div>
      {figures.shortfall > 0 && stage === 'toCloseOut' && (
        <p className={styles.late}>
          {formatMoney(figures.shortfall, currency)} is more than is held or was agreed to: the client is asked for it.
        </p>
      )}
      <Problem problem={problem} currency={currency} />
      {dialog && <ClaimDialog view={view} bookingState={bookingState} close={() => setDialog(null)} {...dialog} />}
      {deciding && <DecideDialog view={view} claim={deciding} currency={currency} close={() => setDeciding(null)} />}
    </div>
  );
}
