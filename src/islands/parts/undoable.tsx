import { problemSentence, type SaidProblem } from '#islands/format/problemSentence';
import { notifications } from '@mantine/notifications';
import styles from './undoable.module.css';

/** How long something can be undone, in milliseconds. */
export const undoFor = 10_000;

type Choice = readonly [label: string, run: () => unknown];

/** A line with what can be done about it for ten seconds. */
export function offered(id: string, message: string, choices: readonly Choice[]): void {
  notifications.show({
    id,
    autoClose: undoFor,
    message: (
      <>
        {message}
        {choices.map(([label, run]) => (
          <button
            key={label}
            type="button"
            className={styles.undo}
            onClick={() => {
              notifications.hide(id);
              run();
            }}
          >
            {label}
          </button>
        ))}
      </>
    ),
  });
}

/** Says what was done, and offers for ten seconds to undo it. */
export const undoable = (id: string, message: string, undo: () => unknown): void =>
  offered(id, message, [['Undo', undo]]);

type Answered = { readonly ok: true } | { readonly ok: false; readonly problem: SaidProblem } | null;

/** Says that something was kept, and offers for ten seconds to have it as it was; says so too where that did not work. */
export const undoableSave = (id: string, message: string, putBack: () => Promise<Answered>, then?: () => void): void =>
  undoable(id, message, async () => {
    const answer = await putBack();
    if (!answer) return;
    if (!answer.ok) return void notifications.show({ color: 'red', message: problemSentence(answer.problem) });
    notifications.show({ message: 'It is as it was before.' });
    then?.();
  });
