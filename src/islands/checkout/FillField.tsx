import type { FillField as Field } from '#core/agreements/agreement';
import { fieldFault } from '#core/quotes/acceptance';
import type { Filled } from '#core/quotes/facts';
import type { PricedItem } from '#islands/checkout/cart';
import { DayWhenWanted } from '#islands/clientPage/DayWhenWanted';
import type { PlainDate } from '#core/calendar/days';
import styles from './Book.module.css';

/** What the agreements of a cart ask for, each field once. */
export const fieldsOf = (agreeing: readonly PricedItem[]): Field[] => [
  ...new Map(
    agreeing.flatMap(({ service }) => service.agreement?.fields ?? []).map((field) => [field.id, field]),
  ).values(),
];

/** What is missing or wrong, by the path of its field. */
export function fillFaults(fields: readonly Field[], filled: Filled): Readonly<Record<string, string>> {
  return Object.fromEntries(
    fields.flatMap((field) => {
      const fault = fieldFault([field], filled);
      if (!fault) return [];
      return [
        [fault.path, fault.code === 'field_missing' ? 'This is needed for the agreement.' : 'This is not quite right.'],
      ];
    }),
  );
}

type Props = {
  readonly field: Field;
  readonly value: string;
  readonly wrong: string | null;
  readonly set: (value: string) => void;
  readonly today: PlainDate;
};

/** One thing that the client fills in of an agreement. */
export const FillField = ({ field, value, wrong, set, today }: Props) =>
  field.kind === 'date' ? (
    <DayWhenWanted label={field.label} value={value} wrong={wrong} onChange={set} today={today} from={null} />
  ) : (
    <label className={styles.field}>
      {field.label}
      {field.kind === 'choice' ? (
        <select value={value} aria-invalid={wrong !== null} onChange={(event) => set(event.currentTarget.value)}>
          <option value="">Choose</option>
          {field.choices.map((choice) => (
            <option key={choice}>{choice}</option>
          ))}
        </select>
      ) : (
        <input
          maxLength={field.kind === 'initials' ? 6 : 500}
          value={value}
          aria-invalid={wrong !== null}
          onChange={(event) => set(event.currentTarget.value)}
        />
      )}
      {wrong && <small role="alert">{wrong}</small>}
    </label>
  );
