import { endOtherSessions, endSession } from '#contracts/routes/auth';
import type { SessionLine } from '#contracts/auth/auth';
import { momentWords, programWords } from '#islands/auth/security/sessionWords';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button } from '@mantine/core';
import styles from './Door.module.css';

/** Where the person is signed in: each can be ended, and all but this one at once. */
export function Sessions({ sessions }: { readonly sessions: readonly SessionLine[] }) {
  const { zone } = useShell();
  const end = useRoute(endSession);
  const endOthers = useRoute(endOtherSessions);
  return (
    <section className={styles.part} aria-label="Sessions">
      <h2>Open sessions</h2>
      <p>A session that nobody uses ends after eight hours, and each after two weeks.</p>
      <ul className={styles.sessions}>
        {sessions.map(({ id, here, address, program, begun, used }) => (
          <li key={id}>
            <div>
              <p>
                <b>{programWords(program)}</b>
                {here && ' · this one'}
              </p>
              <small>
                {address !== '' && `from ${address}, `}since {momentWords(begun, zone)}, used {momentWords(used, zone)}
              </small>
            </div>
            {!here && (
              <Button
                variant="default"
                size="compact-sm"
                disabled={end.busy}
                onClick={() => void end.run({ id })}
                aria-label={`End the session in ${programWords(program)} since ${momentWords(begun, zone)}`}
              >
                End
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Problem problem={end.problem ?? endOthers.problem} currency="EUR" />
      {sessions.length > 1 && (
        <Button variant="default" loading={endOthers.busy} onClick={() => void endOthers.run({})}>
          End all others
        </Button>
      )}
    </section>
  );
}
