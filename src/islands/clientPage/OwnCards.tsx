import { useCard } from '#contracts/routes/clientPage';
import type { ClientView } from '#contracts/clientPage/views';
import { keptWhat } from '#islands/clientPage/keptNow';
import { call } from '#islands/api';
import { useState } from 'react';
import styles from '#islands/clientPage/Own.module.css';
import pay from '#islands/payments/Pay.module.css';

type Props = { readonly link: string; readonly view: ClientView; readonly reload: () => Promise<void> };

/** Cards and accounts that the client gave before: one press takes one for payments, or for the hold. */
export function OwnCards({ link, view, reload }: Props) {
  const [failed, setFailed] = useState(false);
  if (view.cards.length === 0) return null;
  const use = async (cardId: string, purpose?: 'payments' | 'hold'): Promise<void> => {
    const answer = await call(useCard, { link, cardId, ...(purpose ? { use: purpose } : {}) });
    setFailed(!answer.ok);
    await reload();
  };
  return (
    <div className={styles.ownCards}>
      {view.cards.map((card) => (
        <p key={card.id}>
          The {keptWhat(card)}:{' '}
          {(view.holdCard || card.way === 'debit') && (
            <button type="button" className={styles.plain} onClick={() => void use(card.id, 'payments')}>
              use it for payments
            </button>
          )}
          {view.holdCard && card.way !== 'debit' && (
            <>
              {', '}
              <button type="button" className={styles.plain} onClick={() => void use(card.id, 'hold')}>
                for the hold
              </button>
            </>
          )}
          {!view.holdCard && card.way !== 'debit' && (
            <button type="button" className={styles.plain} onClick={() => void use(card.id)}>
              use it for this booking
            </button>
          )}
        </p>
      ))}
      <p className={pay.consent}>{view.consent}</p>
      {failed && (
        <p className={pay.declined} role="alert">
          That did not get through; what was in use stays in use.
        </p>
      )}
    </div>
  );
}
