import { manyWords } from '#islands/format/countWords';
import type { BookingsQuery, BookingsView } from '#contracts/bookings/views';
import { bookingStages } from '#core/bookings/stage';
import { stageWords } from '#islands/format/stageWords';
import { NativeSelect } from '@mantine/core';
import styles from './BookingsHead.module.css';

type Props = {
  readonly stage: BookingsQuery['stage'];
  readonly counts: BookingsView['counts'];
  readonly choose: (stage: BookingsQuery['stage']) => void;
};

const words = { open: 'Open', all: 'All', late: 'With late payments', ...stageWords } satisfies Record<
  BookingsQuery['stage'],
  string
>;

/** Filters with how many each would show; those that show none are left out, but for the one in use. One field on a phone. */
export function StageFilter({ stage, counts, choose }: Props) {
  const offered = (['open', 'late', ...bookingStages, 'all'] as const).filter(
    (each) => each === 'all' || each === 'open' || each === stage || (counts[each] ?? 0) > 0,
  );
  const countOf = (each: Props['stage']): string => manyWords(counts[each] ?? 0);
  return (
    <>
      <NativeSelect
        aria-label="Filter by state"
        className={styles.select!}
        value={stage}
        data={offered.map((each) => ({ value: each, label: `${words[each]} (${countOf(each)})` }))}
        onChange={(event) => choose(event.currentTarget.value as Props['stage'])}
      />
      <div className={styles.chips} role="group" aria-label="Filter by state">
        {offered.map((each) => (
          <button
            key={each}
            type="button"
            className={styles.filter}
            aria-pressed={each === stage}
            onClick={() => choose(each)}
          >
            {words[each]} <span className="num">{countOf(each)}</span>
          </button>
        ))}
      </div>
    </>
  );
}
