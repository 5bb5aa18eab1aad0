import { dropFailure, failuresView, retryFailure } from '#contracts/routes/failures';
import type { Failure, FailuresView } from '#contracts/failures/failures';
import type { Shell } from '#contracts/bookings/views';
import { localDate } from '#core/calendar/zoned';
import { formatAmount } from '#core/money/formatMoney';
import { actorWords } from '#core/wording/actorWords';
import { longMoment, shortDate } from '#core/wording/days';
import { read } from '#islands/api';
import { placeOfNumber } from '#islands/format/placeOf';
import { fieldMessage } from '#islands/format/problemSentence';
import { givingUp, throughNext, throughWhat, throughWhy } from '#islands/format/failureWords';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { PageHead } from '#islands/parts/PageHead';
import { Problem } from '#islands/parts/Problem';
import { useReady } from '#islands/parts/useReady';
import { useRoute } from '#islands/parts/useRoute';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, Modal, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQuery } from '@tanstack/react-query';
import { type SubmitEvent, useState } from 'react';
import list from '../parts/List.module.css';
import styles from './Through.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: FailuresView };

export default function FailuresPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Through given={view} />
    </OwnerShell>
  );
}

const keyOf = ({ kind, id }: Failure): string => `${kind} ${id}`;

/** What has failed and waits to be tried again, or for its owner; money first. */
function Through({ given }: { readonly given: FailuresView }) {
  const { zone, today } = useShell();
  const { data } = useQuery({
    queryKey: ['failures'],
    queryFn: () => read(failuresView, {}),
    initialData: given,
    refetchInterval: 10_000,
  });
  const [leaving, setLeaving] = useState<Failure | null>(null);
  const { waiting, givenUp, people } = data;
  return (
    <>
      <PageHead
        title="What does not get through"
        sub="Messages, requests to processors, errands, events and renewals that failed. Most of it passes by itself: nothing is done twice, however often it is tried."
      />
      {waiting.length === 0 ? (
        <p className={styles.none}>Everything gets through.</p>
      ) : (
        <table className={`${list.list} ${styles.table}`}>
          <caption className="visually-hidden">What does not get through</caption>
          <thead>
            <tr>
              <th scope="col">Since</th>
              <th scope="col">What</th>
              <th scope="col">Why</th>
              <th scope="col">Tried</th>
              <th scope="col">
                <span className="visually-hidden">What you can do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {waiting.map((thing) => (
              <tr key={keyOf(thing)}>
                <td className={`${styles.since} num`}>{longMoment(thing.since, zone, today)}</td>
                <td className={styles.two}>
                  <What thing={thing} />
                </td>
                <td className={styles.why}>{throughWhy(thing)}</td>
                <td className={styles.two}>
                  <b className="num">{thing.tries === 1 ? 'once' : `${thing.tries} times`}</b>
                  <span>{throughNext(thing)}</span>
                </td>
                <td className={styles.actions}>
                  <TryNow thing={thing} words="Try now" />
                  <Button variant="subtle" color="gray" size="compact-sm" onClick={() => setLeaving(thing)}>
                    Give up…
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {givenUp.length > 0 && (
        <section className={styles.left} aria-labelledby="given-up">
          <h2 id="given-up">Given up</h2>
          <ul>
            {givenUp.map((thing) => (
              <li key={keyOf(thing)}>
                <div className={styles.two}>
                  <What thing={thing} />
                </div>
                <p>
                  “{thing.givenUp!.reason}” <span>{actorWords(thing.givenUp!.actor, people)}, </span>
                  <span className="num">{shortDate(localDate(thing.givenUp!.at, zone), today)}</span>
                </p>
                <TryNow thing={thing} words="Try after all" />
              </li>
            ))}
          </ul>
        </section>
      )}
      {leaving && <GiveUp thing={leaving} close={() => setLeaving(null)} />}
    </>
  );
}

function What({ thing }: { readonly thing: Failure }) {
  const { number, who, amount, currency, kind } = thing;
  const money = amount !== null && amount > 0 ? formatAmount(amount, currency || 'EUR') : null;
  return (
    <>
      <b>
        {throughWhat(thing)}
        {money && currency !== '' && (
          <span className="num">
            {' '}
            {money} {currency}
          </span>
        )}
      </b>
      <span>
        {number !== '' && <a href={placeOfNumber(number)}>{number}</a>}
        {number !== '' && who !== '' && ' · '}
        {kind === 'renewal' ? <a href="/set-up/ways">Ways to pay</a> : who}
      </span>
    </>
  );
}

function TryNow({ thing, words }: { readonly thing: Failure; readonly words: string }) {
  const ready = useReady();
  const attempt = useRoute(retryFailure);
  const run = async (): Promise<void> => {
    const done = await attempt.run({ kind: thing.kind, id: thing.id });
    if (!done) return;
    const said = {
      through: { message: `${throughWhat(thing)}: it got through.`, color: 'green' },
      begun: { message: `${throughWhat(thing)}: on its way now.`, color: 'blue' },
      waits: { message: `${throughWhat(thing)}: tried, and it still does not get through.`, color: 'yellow' },
    };
    notifications.show(said[done.state]);
  };
  return (
    <>
      <Button
        variant="default"
        size="compact-sm"
        disabled={!ready}
        loading={attempt.busy}
        aria-label={`${words}: ${throughWhat(thing)}${thing.number && `, ${thing.number}`}`}
        onClick={() => void run()}
      >
        {words}
      </Button>
      <Problem problem={attempt.problem} currency="EUR" />
    </>
  );
}

function GiveUp({ thing, close }: { readonly thing: Failure; readonly close: () => void }) {
  const [reason, setReason] = useState('');
  const leave = useRoute(dropFailure);
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (await leave.attempt({ kind: thing.kind, id: thing.id, reason })) close();
  };
  return (
    <Modal opened onClose={close} title={`Give up: ${throughWhat(thing)}`} centered>
      <form onSubmit={(event) => void submit(event)}>
        <p className={styles.means}>{givingUp[thing.kind]}</p>
        <Textarea
          label="Why"
          description="Stands beside it, with your name and the day."
          value={reason}
          onChange={(event) => setReason(event.currentTarget.value)}
          error={fieldMessage(leave.problem, 'reason', 'EUR')}
          maxLength={500}
          autosize
          minRows={2}
          data-autofocus
          required
        />
        {!fieldMessage(leave.problem, 'reason', 'EUR') && <Problem problem={leave.problem} currency="EUR" />}
        <DialogButtons>
          <Button variant="default" onClick={close}>
            Go on trying
          </Button>
          <Button type="submit" loading={leave.busy} disabled={reason.trim() === ''}>
            Give up
          </Button>
        </DialogButtons>
      </form>
    </Modal>
  );
}
