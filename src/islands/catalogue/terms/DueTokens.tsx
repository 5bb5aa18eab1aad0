import { DayField } from '#islands/parts/DayField';
import type { InstalmentDraft } from '#islands/catalogue/terms/draft';
import { ChosenToken, dateUnits, TypedToken } from '#islands/catalogue/terms/tokens';
import styles from './Terms.module.css';

const duePlaces = [
  ['agreement', 'agreement'],
  ['start', 'the start'],
  ['end', 'the end'],
  ['midway', 'midway to the start'],
  ['date', 'the day'],
  ['open', 'a day agreed later'],
] as const;
const moves = [
  ['at', 'at'],
  ['before', 'before'],
  ['after', 'after'],
] as const;

/** When an instalment is due, in its place in the sentence. */
export function DueTokens({
  draft,
  set,
  fault,
}: {
  readonly draft: InstalmentDraft;
  readonly set: (part: Partial<InstalmentDraft>, field: string) => void;
  readonly fault: (field: 'count' | 'date') => string | undefined;
}) {
  const { name, dueOn, dueMove } = draft;
  const anchored = dueOn === 'agreement' || dueOn === 'start' || dueOn === 'end';
  return (
    <>
      {anchored && dueMove !== 'at' && (
        <>
          <TypedToken
            value={draft.count}
            mode="numeric"
            label={`How long ${dueMove}, ${name}`}
            fault={fault('count')}
            onChange={(count) => set({ count }, 'count')}
          />
          <ChosenToken
            value={draft.unit}
            label={`Unit of time of ${name}`}
            options={dateUnits}
            onChange={(unit) => set({ unit }, 'unit')}
          />
        </>
      )}
      {anchored ? (
        <ChosenToken
          value={dueMove}
          label={`Before, at or after, ${name}`}
          options={moves}
          onChange={(move) => set({ dueMove: move }, 'move')}
        />
      ) : (
        <span>on </span>
      )}
      <ChosenToken
        value={dueOn}
        label={`When ${name} is due`}
        options={duePlaces}
        onChange={(place) => set({ dueOn: place }, 'on')}
      />
      {dueOn === 'date' && (
        <DayField
          variant="unstyled"
          className={styles.tokenDay!}
          classNames={{ input: styles.token! }}
          value={draft.date}
          aria-label={`Day of ${name}`}
          error={fault('date')}
          onChange={(date) => set({ date }, 'date')}
        />
      )}
    </>
  );
}
