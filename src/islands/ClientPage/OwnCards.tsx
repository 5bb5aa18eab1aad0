import type { ClientView } from '#contracts/views';
import { post } from '#islands/api';
import { useState } from 'react';
import styles from './ClientPage.module.css';

type Props = { readonly link: string; readonly view: ClientView; readonly reload: () => Promise<void> };

/** Cards that the client gave for other bookings: one press takes one for this booking too. */
export function OwnCards({ link, view, reload }: Props) {
  const [failed, setFailed] = useState(false);
  if (view.cards.length === 0) return null;
  const use = async (cardId: string): Promise<void> => {
    const answer = await post('/api/client/use-card', { link, cardId });
    setFailed(!answer.ok);
    await reload();
  };
  return (
    <div className={styles.ownCards}>
      {view.cards.map(({ id, last4 }) => (
        <button key={id} type="button" className={styles.plain} onClick={() => void use(id)}>
          The one ending in {last4}
        </button>
      ))}
      <p className={styles.consent}>{view.consent}</p>
      {failed && (
        <p className={styles.declined} role="alert">
          That did not get through; the card in use stays in use.
        </p>
      )}
    </div>
  );
}
