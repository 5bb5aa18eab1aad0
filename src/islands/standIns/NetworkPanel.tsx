import type { StandInsView } from '#contracts/standIns/views';
import { longMoment } from '#core/wording/days';
import { Amount } from '#islands/parts/Amount';
import { useShell } from '#islands/shell/useShell';
import styles from './StandIns.module.css';

const stateWords = { live: 'in force', captured: 'captured', released: 'released', lapsed: 'lapsed' } as const;

/** The card network's own list of authorisations. */
export function NetworkPanel({ network }: Pick<StandInsView, 'network'>) {
  const { zone, today, business } = useShell();
  const rows = [...network.live, ...network.ended];
  return (
    <section aria-labelledby="network">
      <div className={styles.panelHead}>
        <h2 id="network">Card network</h2>
        <span className={styles.hint}>{network.live.length} in force</span>
      </div>
      {rows.length === 0 && <p className={styles.none}>No authorisation yet.</p>}
      {rows.length > 0 && (
        <table className={styles.table}>
          <caption className="visually-hidden">Authorisations</caption>
          <thead>
            <tr>
              <th scope="col">Authorisation</th>
              <th scope="col">Until</th>
              <th scope="col">State</th>
              <th scope="col" className={styles.right}>
                Sum
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, 24).map((held) => (
              <tr key={held.reference}>
                <td>{held.description}</td>
                <td className="num">{longMoment(held.endedAt ?? held.expiresAt, zone, today)}</td>
                <td>
                  <span className={styles.state}>
                    <i
                      className={held.state === 'live' ? 'm-held' : held.state === 'captured' ? 'm-captured' : 'm-back'}
                    />{' '}
                    {stateWords[held.state]}
                  </span>
                </td>
                <td className={styles.right}>
                  <Amount amount={held.captured ?? held.amount} currency={held.currency} home={business.currency} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
