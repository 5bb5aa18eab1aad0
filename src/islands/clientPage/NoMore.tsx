import { withdrawConsent } from '#contracts/routes/clientPage';
import type { ClientView } from '#contracts/clientPage/views';
import { call } from '#islands/api';
import styles from '#islands/clientPage/Own.module.css';
import pay from '#islands/payments/Pay.module.css';
import { useState } from 'react';

type Props = { readonly link: string; readonly view: ClientView; readonly reload: () => Promise<void> };

/** What is kept is charged no more, said with what that does not end. */
export function NoMore({ link, view, reload }: Props) {
  const [failed, setFailed] = useState(false);
  if (!view.card && !view.holdCard) return null;
  const end = async (): Promise<void> => {
    const answer = await call(withdrawConsent, { link });
    setFailed(!answer.ok);
    await reload();
  };
  return (
    <div className={styles.kept}>
      <button type="button" className={styles.plain} onClick={() => void end()}>
        Charge it no more
      </button>
      <p className={pay.consent}>
        Nothing new is charged or held then. What you owe stays owed, and what is held now stays held until it is let
        go.
      </p>
      {failed && (
        <p className={pay.declined} role="alert">
          That did not get through; try again.
        </p>
      )}
    </div>
  );
}
