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
