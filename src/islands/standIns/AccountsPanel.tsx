import { steerRenewals } from '#contracts/routes/standIns';
import type { StandInsView } from '#contracts/standIns/views';
import { longMoment } from '#core/wording/days';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Switch } from '@mantine/core';
import styles from './StandIns.module.css';

/** The accounts at the simulated processors: whether each renews its access; and the counter's reader. */
export function AccountsPanel({ accounts }: Pick<StandInsView, 'accounts'>) {
  const { zone, today } = useShell();
  const steer = useRoute(steerRenewals);
  return (
    <section aria-labelledby="accounts" className={styles.events}>
      <div className={styles.panelHead}>
        <h2 id="accounts">Processors</h2>
        <span className={styles.hint}>
          <a href="/stand-in/reader" target="_blank" rel="noreferrer">
            The reader’s screen
          </a>
        </span>
      </div>
      <ul className={styles.list}>
        {accounts.map(({ reference, name, mode, currency, accessUntil, refusesRenewal }) => (
          <li key={reference} className={styles.account}>
            <span>
              {name}, {mode}, {currency}
              <small>access to {longMoment(accessUntil, zone, today)}</small>
            </span>
            <Switch
              size="xs"
              label="renews it"
              aria-label={`${name} in ${currency}, ${mode}, renews its access`}
              checked={!refusesRenewal}
              disabled={steer.busy}
              onChange={(event) => void steer.run({ reference, refuses: !event.currentTarget.checked })}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
