import type { SteerFaults } from '#contracts/standIns/faults';
import { steerFaults } from '#contracts/routes/standIns';
import type { StandInsView } from '#contracts/standIns/views';
import { Problem } from '#islands/parts/Problem';
import { useReady } from '#islands/parts/useReady';
import { useRoute } from '#islands/parts/useRoute';
import { Button, NativeSelect } from '@mantine/core';
import { useState } from 'react';
import styles from './StandIns.module.css';

type Fault = Exclude<keyof SteerFaults, 'seed' | 'databaseGone'>;
const groups: Readonly<Record<string, Partial<Record<Fault, string>>>> = {
  'A processor': {
    slow: 'answers slowly',
    silent: 'does not answer',
    lost: 'acts, and its answer is lost',
    wrong: 'answers nonsense, twice',
  },
  'Its events': { late: 'come later', twice: 'come twice', shuffled: 'come out of order' },
  'The mail server': {
    mailDown: 'is down',
    mailSilent: 'does not answer',
    mailRefuses: 'refuses addresses',
    mailHangsUp: 'takes a message and hangs up',
  },
};
const chances = [0, 10, 25, 50, 100].map((value) => ({
  value: String(value),
  label: value === 0 ? 'never' : value === 100 ? 'always' : `${value} %`,
}));

/** How the simulated world misbehaves, to see what Ostendo makes of it. */
export function FaultsPanel({ faults }: Pick<StandInsView, 'faults'>) {
  const ready = useReady();
  const steer = useRoute(steerFaults);
  const [chosen, setChosen] = useState<SteerFaults>(faults.settings);
  const any = Object.entries(faults.settings).some(([name, value]) => name !== 'seed' && value > 0);
  const set = (name: Fault, value: number): void => {
    const next = { ...chosen, [name]: value };
    setChosen(next);
    void steer.run(next);
  };
  return (
    <section aria-labelledby="faults" className={styles.events}>
      <div className={styles.panelHead}>
        <h2 id="faults">Faults</h2>
        {any && (
          <Button
            variant="default"
            size="compact-sm"
            disabled={!ready}
            loading={steer.busy}
            onClick={() => {
              setChosen({ seed: chosen.seed });
              void steer.run({ seed: chosen.seed });
            }}
          >
            All well again
          </Button>
        )}
      </div>
      <p className={styles.hint}>
        Of this process, until it ends. What does not get through then stands <a href="/failures">here</a>.
      </p>
      {Object.entries(groups).map(([heading, names]) => (
        <fieldset key={heading} className={styles.faults}>
          <legend>{heading}</legend>
          {Object.entries(names).map(([name, words]) => (
            <label key={name}>
              <span>
                {words}
                {faults.counts[name] !== undefined && <small className="num">{faults.counts[name]} times</small>}
              </span>
              <NativeSelect
                size="xs"
                aria-label={`${heading} ${words}`}
                data={
                  chances.some(({ value }) => value === String(chosen[name as Fault] ?? 0))
                    ? chances
                    : [...chances, { value: String(chosen[name as Fault]), label: `${chosen[name as Fault]} %` }]
                }
                value={String(chosen[name as Fault] ?? 0)}
                disabled={!ready}
                onChange={(event) => set(name as Fault, Number(event.currentTarget.value))}
              />
            </label>
          ))}
        </fieldset>
      ))}
      <Problem problem={steer.problem} currency="EUR" />
    </section>
  );
}
