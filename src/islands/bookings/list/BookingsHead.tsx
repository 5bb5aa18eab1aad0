import type { BookingsView } from '#contracts/bookings/views';
import { type Face, faces, type Narrowed, otherFace } from '#islands/bookings/list/faces';
import { StageFilter } from '#islands/bookings/list/StageFilter';
import { useReady } from '#islands/parts/useReady';
import { ActionIcon, TextInput } from '@mantine/core';
import { useDebouncedCallback } from '@mantine/hooks';
import { IconCalendar, IconListDetails, IconSearch, IconTimeline, IconX } from '@tabler/icons-react';
import { type ReactNode, useState } from 'react';
import styles from './BookingsHead.module.css';

const icons = { list: IconListDetails, lanes: IconTimeline, calendar: IconCalendar } as const;

type Props = {
  readonly face: Face;
  readonly narrowed: Narrowed;
  readonly counts: BookingsView['counts'];
  readonly change: (to: Narrowed) => void;
  /** What this face alone can be set to: days, width of a day. */
  readonly children?: ReactNode;
};

/** One heading, one search and one set of filters for the three faces of Bookings. */
export function BookingsHead({ face, narrowed, counts, change, children }: Props) {
  const [text, setText] = useState(narrowed.search);
  const ready = useReady();
  const search = useDebouncedCallback((value: string) => change({ ...narrowed, search: value }), 180);
  return (
    <div className={styles.head}>
      <div className={styles.first}>
        <h1>Bookings</h1>
        <nav className={styles.faces} aria-label="Faces of Bookings">
          {Object.entries(faces).map(([name, { label }]) => {
            const Icon = icons[name as Face];
            return (
              <a
                key={name}
                href={otherFace(face, name as Face, narrowed)}
                aria-current={name === face ? 'page' : undefined}
              >
                <Icon size={16} stroke={1.8} aria-hidden />
                {label}
              </a>
            );
          })}
        </nav>
        {children && <div className={styles.own}>{children}</div>}
        <TextInput
          aria-label="Search bookings"
          disabled={!ready}
          placeholder="Name, number, service, e-mail"
          leftSection={<IconSearch size={16} aria-hidden />}
          rightSection={
            text && (
              <ActionIcon
                variant="subtle"
                color="gray"
                aria-label="Clear the search"
                onClick={() => {
                  setText('');
                  change({ ...narrowed, search: '' });
                }}
              >
                <IconX size={15} />
              </ActionIcon>
            )
          }
          value={text}
          onChange={(event) => {
            setText(event.currentTarget.value);
            search(event.currentTarget.value);
          }}
          className={styles.search}
        />
      </div>
      <div className={styles.second}>
        <StageFilter stage={narrowed.stage} counts={counts} choose={(stage) => change({ ...narrowed, stage })} />
      </div>
    </div>
  );
}
