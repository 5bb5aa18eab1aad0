import type { CodeOf } from '#contracts/routes/route';
import { harmless, sayWith, type Sentences } from '#islands/format/say';
import { askChange, previewMove } from '#contracts/routes/clientPage';
import type { ClientView } from '#contracts/clientPage/views';
import { type ApiProblem, newKey, call } from '#islands/api';
import { WhenField } from '#islands/clientPage/WhenField';
import { dateOf, isWallTime } from '#core/calendar/wallTime';
import { useRef, useState } from 'react';
import styles from '#islands/clientPage/ClientPage.module.css';
import pay from '#islands/payments/Pay.module.css';
import own from '#islands/clientPage/Own.module.css';

type Props = {
  readonly link: string;
  readonly asking: NonNullable<ClientView['asking']>;
  readonly reload: () => Promise<void>;
};

type Code = CodeOf<typeof previewMove | typeof askChange>;

const sentences: Sentences<Code> = {
  place_taken: 'This time is taken. Choose another one.',
  too_soon: 'This time is over. Choose a later one.',
  nothing_changed: 'It begins then already.',
  asked_already: 'You have asked already; wait for the answer.',
  booking_over: 'This booking can no longer be changed here.',
  booking_not_found: 'This booking is no longer there.',
  link_unknown: 'This link is no longer valid. Ask for a new one.',
  link_expired: 'This link has expired. Ask for a new one.',
  device_unknown: 'This device is not confirmed for this page any more. Open the link again.',
};
const sentence = sayWith(sentences, harmless('Nothing is changed', 'try again'));

/** Asking to begin at another time or to cancel: what it does comes first, the question after it. */
export function AskChange({ link, asking, reload }: Props) {
  const [start, setStart] = useState<string>(asking.start);
  const [note, setNote] = useState('');
  const [shown, setShown] = useState<{ readonly of: string; readonly sentences: readonly string[] } | null>(null);
  const [problem, setProblem] = useState<ApiProblem<Code> | null>(null);
  const [busy, setBusy] = useState(false);
  const attempt = useRef(newKey());
  if (asking.open)
    return (
      <div className={styles.more} role="status">
        <b>{asking.open}</b> We answer by message.
      </div>
    );
  const look = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const answer = await call(previewMove, { link, start });
    setBusy(false);
    if (answer.ok) setShown({ of: start, sentences: answer.value.sentences });
    else setProblem(answer.problem);
  };
  const ask = async (what: 'cancel' | 'move'): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const about = { link, attempt: attempt.current, what, start: what === 'move' ? start : null, note };
    const answer = await call(askChange, about);
    setBusy(false);
    if (!answer.ok) return setProblem(answer.problem);
    attempt.current = newKey();
    await reload();
  };
  const noteField = (
    <label>
      Anything that we should know
      <textarea rows={2} maxLength={2000} value={note} onChange={(event) => setNote(event.currentTarget.value)} />
    </label>
  );
  const fault = problem && (
    <p className={pay.declined} role="alert">
      {sentence(problem, '')}
    </p>
  );
  return (
    <>
      <details className={styles.more}>
        <summary>Ask for another time</summary>
        <div className={own.asking}>
          <WhenField
            label="It should begin"
            value={start}
            today={dateOf(asking.least)}
            onChange={(next) => {
              setStart(next);
              setShown(null);
            }}
          />
          {noteField}
          {fault}
          {shown?.of === start ? (
            <>
              <ul>
                {shown.sentences.map((each) => (
                  <li key={each}>{each}</li>
                ))}
              </ul>
              <button type="button" className={pay.button} disabled={busy} onClick={() => void ask('move')}>
                Ask for this
              </button>
            </>
          ) : (
            <button
              type="button"
              className={own.plain}
              disabled={busy || !isWallTime(start)}
              onClick={() => void look()}
            >
              See what it would change
            </button>
          )}
        </div>
      </details>
      <details className={styles.more}>
        <summary>Ask to cancel</summary>
        <div className={own.asking}>
          <ul>
            {asking.ifCancelled.map((each) => (
              <li key={each}>{each}</li>
            ))}
          </ul>
          {noteField}
          {fault}
          <button type="button" className={own.plain} disabled={busy} onClick={() => void ask('cancel')}>
            Ask to cancel on these terms
          </button>
        </div>
      </details>
    </>
  );
}
