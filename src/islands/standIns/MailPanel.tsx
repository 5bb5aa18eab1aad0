import { readMail } from '#contracts/routes/standIns';
import type { StandInsView } from '#contracts/standIns/views';
import { localDate, wallOfInstant } from '#core/calendar/zoned';

import { clockOf, shortDate } from '#core/wording/days';
import { read } from '#islands/api';
import { linkedText } from '#islands/standIns/linkedText';
import { useShell } from '#islands/shell/useShell';
import { Button, Group, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styles from './StandIns.module.css';

type Props = {
  readonly mail: StandInsView['mail'];
  readonly search: string;
  readonly setSearch: (text: string) => void;
};

/** Every message as its client would have it. */
export function MailPanel({ mail, search, setSearch }: Props) {
  const { zone, today } = useShell();
  const [opened, setOpened] = useState<number | null>(null);
  return (
    <section aria-labelledby="mailbox">
      <div className={styles.panelHead}>
        <h2 id="mailbox">Mailbox</h2>
        <TextInput
          size="xs"
          aria-label="Search the mailbox"
          placeholder="address or subject"
          value={search}
          onChange={(event) => setSearch(event.currentTarget.value)}
        />
      </div>
      {mail.length === 0 && <p className={styles.none}>{search ? 'No message fits.' : 'No message was sent yet.'}</p>}
      <ul className={styles.list}>
        {mail.map((line) => (
          <li key={line.seq}>
            <button
              type="button"
              className={styles.mail}
              aria-expanded={opened === line.seq}
              onClick={() => setOpened(opened === line.seq ? null : line.seq)}
            >
              <b>{line.subject}</b>
              <span>{line.recipient}</span>
              <time className="num" dateTime={line.at}>
                {shortDate(localDate(line.at, zone), today)} {clockOf(wallOfInstant(line.at, zone))}
              </time>
            </button>
            {opened === line.seq && <Letter seq={line.seq} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Letter({ seq }: { readonly seq: number }) {
  const [raw, setRaw] = useState(false);
  const { data: letter, isError } = useQuery({
    queryKey: ['mail', seq],
    queryFn: () => read(readMail, { seq: String(seq) }),
    staleTime: Infinity,
  });
  if (isError) return <p className={styles.none}>The message could not be read.</p>;
  if (!letter) return <p className={styles.none}>Opening…</p>;
  return (
    <div className={styles.letter}>
      <p className={styles.from}>From {letter.from}</p>
      {raw ? (
        <pre>{letter.mime}</pre>
      ) : (
        letter.text.split('\n\n').map((paragraph, index) => <p key={index}>{linkedText(paragraph)}</p>)
      )}
      <Group gap="xs">
        <Button size="compact-xs" variant="default" onClick={() => setRaw(!raw)}>
          {raw ? 'As it reads' : 'As it was sent (MIME)'}
        </Button>
      </Group>
    </div>
  );
}
