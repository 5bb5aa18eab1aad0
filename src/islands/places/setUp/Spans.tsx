import { TimeField } from '#islands/parts/TimeField';
import { RemoveRow } from '#islands/parts/rows';
import type { OpenSpan } from '#core/places/hours';
import type { TimeOfDay } from '#core/calendar/wallTime';
import { ActionIcon, Group } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import styles from '../../settings/SetUp.module.css';

export const usualSpan: OpenSpan = { from: '09:00' as TimeOfDay, to: '18:00' as TimeOfDay };

type SpansProps = {
  readonly label: string;
  readonly spans: readonly OpenSpan[];
  readonly set: (spans: readonly OpenSpan[]) => void;
};

/** The times of a day at which it is open; where there are none it is closed. */
export const Spans = ({ label, spans, set }: SpansProps) => (
  <Group gap={6} className={styles.spans}>
    {spans.length === 0 && <span className={styles.closed}>closed</span>}
    {spans.map((span, index) => (
      <Group key={index} gap={4} wrap="nowrap">
        {(['from', 'to'] as const).map((side) => (
          <TimeField
            key={side}
            w={84}
            aria-label={`${label}, ${side} ${index + 1}`}
            value={span[side]}
            onChange={(next) =>
              set(spans.map((each, at) => (at === index ? { ...each, [side]: next as TimeOfDay } : each)))
            }
          />
        ))}
        <RemoveRow name={`${label} ${index + 1}`} onClick={() => set(spans.filter((_, at) => at !== index))} />
      </Group>
    ))}
    <ActionIcon
      variant="subtle"
      color="gray"
      aria-label={`Add a time to ${label}`}
      onClick={() => set([...spans, usualSpan])}
    >
      <IconPlus size={15} aria-hidden />
    </ActionIcon>
  </Group>
);
