import { lazyComponent } from '#islands/parts/lazyComponent';
import { useId } from 'react';
import own from '#islands/clientPage/Own.module.css';

type Plain = { readonly label: string; readonly value: string; readonly onChange: (value: string) => void };

function PlainField({ label, value, onChange }: Plain) {
  const id = useId();
  return (
    <div className={own.when}>
      <label htmlFor={id}>{label}</label>
      <div>
        <input id={id} value={value} onChange={(event) => onChange(event.currentTarget.value)} />
      </div>
    </div>
  );
}

/**
 * The field for days, fetched where a page turns out to ask for one: few do, and those that do not are lighter by what
 * reads days. Until it is there a plain field takes what is typed.
 */
export const DayWhenWanted = lazyComponent(
  () => import('#islands/clientPage/DayInput').then((part) => part.DayInput),
  PlainField,
);
