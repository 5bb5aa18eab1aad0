import type { DayInput } from '#islands/ClientPage/DayInput';
import { type ComponentProps, useEffect, useId, useState } from 'react';
import own from '#islands/ClientPage/Own.module.css';

type Props = ComponentProps<typeof DayInput>;

/**
 * The field for days, fetched where a page turns out to ask for one: few do, and those that do not are lighter by what
 * reads days. Until it is there a plain field takes what is typed.
 */
export function DayWhenWanted(props: Props) {
  const id = useId();
  const [Loaded, setLoaded] = useState<typeof DayInput | null>(null);
  useEffect(() => {
    let gone = false;
    void import('#islands/ClientPage/DayInput').then((module) => {
      if (!gone) setLoaded(() => module.DayInput);
    });
    return () => {
      gone = true;
    };
  }, []);
  if (Loaded) return <Loaded {...props} />;
  return (
    <div className={own.when}>
      <label htmlFor={id}>{props.label}</label>
      <div>
        <input id={id} value={props.value} onChange={(event) => props.onChange(event.currentTarget.value)} />
      </div>
    </div>
  );
}
