import type { FillField } from '#core/agreements/agreement';
import type { Filled } from '#core/quotes/facts';
import type { PlainDate } from '#core/calendar/days';
import { DayWhenWanted } from '#islands/clientPage/DayWhenWanted';
import styles from './Offer.module.css';

type Props = {
  readonly fields: readonly FillField[];
  readonly filled: Filled;
  readonly fill: (filled: Filled) => void;
  readonly faults: Readonly<Record<string, string>>;
  readonly today: PlainDate;
};

/** What the client fills in before signing; each value stands in the text above as it is typed. */
export const FillFields = ({ fields, filled, fill, faults, today }: Props) => (
  <fieldset className={styles.fields}>
    <legend>Please fill in</legend>
    {fields.map((field) => {
      const { id, label, kind, choices, required } = field;
      const about = {
        id: `field-${id}`,
        value: filled[id] ?? '',
        'aria-invalid': faults[id] !== undefined,
        'aria-describedby': faults[id] ? `fault-${id}` : undefined,
        onChange: (event: { currentTarget: { value: string } }) => fill({ ...filled, [id]: event.currentTarget.value }),
      };
      if (kind === 'date')
        return (
          <DayWhenWanted
            key={id}
            label={`${label}${required ? '' : ' (if you like)'}`}
            value={filled[id] ?? ''}
            wrong={faults[id] ?? null}
            today={today}
            from={null}
            onChange={(day) => fill({ ...filled, [id]: day })}
          />
        );
      return (
        <div key={id}>
          <label htmlFor={`field-${id}`}>
            {label}
            {!required && <span> (if you like)</span>}
          </label>
          {kind === 'choice' ? (
            <select {...about}>
              <option value="">choose</option>
              {choices.map((choice) => (
                <option key={choice}>{choice}</option>
              ))}
            </select>
          ) : (
            <input
              {...about}
              maxLength={kind === 'initials' ? 6 : 500}
              className={kind === 'initials' ? styles.initials : ''}
            />
          )}
          {faults[id] && (
            <p id={`fault-${id}`} className={styles.fault}>
              {faults[id]}
            </p>
          )}
        </div>
      );
    })}
  </fieldset>
);
