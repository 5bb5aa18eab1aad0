import { notifications } from '@mantine/notifications';
import styles from './undoable.module.css';

/** How long something can be undone, in milliseconds. */
export const undoFor = 10_000;

/** Says what was done, and offers for ten seconds to undo it. */
export function undoable(id: string, message: string, undo: () => unknown): void {
  notifications.show({
    id,
    autoClose: undoFor,
    message: (
      <>
        {message}{' '}
        <button
          type="button"
          className={styles.undo}
          onClick={() => {
            notifications.hide(id);
            undo();
          }}
        >
          Undo
        </button>
      </>
    ),
  });
}
