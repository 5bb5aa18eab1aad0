import type { OfferedOnPage, OnlineWay } from '#contracts/paymentMethods/views';
import { CardFrame, type FrameHandle } from '#islands/payments/CardFrame';
import type { Ref } from 'react';
import styles from '#islands/payments/Pay.module.css';

type Props = {
  readonly offered: OfferedOnPage;
  readonly chosen: OnlineWay;
  readonly choose: (account: string) => void;
  readonly frame: Ref<FrameHandle>;
  /** What stands for a card where nothing of the booking will be charged to it. */
  readonly purpose?: 'pay' | 'keep';
};

const words = { card: 'By card', debit: 'From a bank account' } as const;

/** Which way, where there is more than one; then that account's own frame, and what paying so means. */
export function PayWays({ offered, chosen, choose, frame, purpose = 'pay' }: Props) {
  return (
    <>
      {offered.test && <p className={styles.test}>This is a test: no money moves.</p>}
      {offered.online.length > 1 && (
        <fieldset className={styles.choices}>
          <legend className="visually-hidden">How to pay</legend>
          {offered.online.map(({ account, way, settles }) => (
            <label key={account} className={styles.choice}>
              <input type="radio" name="way" checked={account === chosen.account} onChange={() => choose(account)} />
              <span>
                {words[way]}
                {settles && purpose === 'pay' && <small className={styles.counts}>, counts on {settles}</small>}
              </span>
            </label>
          ))}
        </fieldset>
      )}
      <CardFrame key={chosen.account} ref={frame} src={chosen.frame} way={chosen.way} />
      {offered.online.length === 1 && chosen.settles && purpose === 'pay' && (
        <p className={styles.counts}>Collected now; it counts on {chosen.settles}.</p>
      )}
    </>
  );
}
