import { cleanBooks, triedCopy } from '#contracts/routes/settings';
import { read } from '#islands/api';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Group } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import styles from './Begin.module.css';

/** Hands out a copy of what was tried, and then removes it: the first real booking is B-0001. */
export function CleanBooksPart() {
  const { today, business } = useShell();
  const [digest, setDigest] = useState<string | null>(null);
  const [failed, setFailed] = useState(false);
  const clean = useRoute(cleanBooks);
  const copy = async (): Promise<void> => {
    const made = await read(triedCopy, {}).catch(() => null);
    setFailed(made === null);
    if (!made) return;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([made.tables], { type: 'application/json' }));
    link.download = `tried-${today}.json`;
    link.click();
    URL.revokeObjectURL(link.href);
    setDigest(made.digest);
  };
  const remove = async (): Promise<void> => {
    if (!digest || !(await clean.attempt({ copied: digest }))) return setDigest(null);
    notifications.show({ message: 'The books are clean. What you offer, your terms and your look are as they were.' });
    setDigest(null);
  };
  return (
    <section className={styles.clean} aria-label="Begin with clean books">
      <h3>Begin with clean books</h3>
      <p>
        As long as no real money went through, what was tried can be removed: bookings, clients, letters and entries.
        What you offer, your terms and your look stay; test accounts go too. It cannot be undone, so you get a copy
        first.
      </p>
      {failed && <Problem problem={{ code: 'no_connection' }} currency={business.currency} />}
      <Problem problem={clean.problem} currency={business.currency} />
      <Group>
        <Button variant="default" onClick={() => void copy()}>
          {digest ? 'Copy it again' : 'Copy what was tried'}
        </Button>
        {digest && (
          <Button color="red" loading={clean.busy} onClick={() => void remove()}>
            Remove what was tried
          </Button>
        )}
      </Group>
    </section>
  );
}
