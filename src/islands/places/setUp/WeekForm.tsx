import type { Hours } from '#core/places/hours';
import { type DayGroup, dayPutInto, groupsOfWeek, weekOfGroups } from '#core/places/week';
import { shortWeekdays, weekInWords } from '#core/wording/weekWords';
import { AddRow, RemoveRow } from '#islands/parts/rows';
import { Spans, usualSpan } from '#islands/places/setUp/Spans';
import { Fragment, useState } from 'react';
import styles from '../../settings/SetUp.module.css';

type Props = { readonly week: Hours['week']; readonly set: (week: Hours['week']) => void };

/** A week of opening hours: days that keep the same hours are put together, and the week is drawn above them. */
export function WeekForm({ week, set }: Props) {
  const [groups, setGroups] = useState<readonly DayGroup[]>(() => groupsOfWeek(week));
  const change = (next: readonly DayGroup[]): void => {
    setGroups(next);
    set(weekOfGroups(next));
  };
  return (
    <>
      <WeekPicture week={week} />
      {groups.map((group, at) => (
        <div key={at} className={styles.group} role="group" aria-label={`Hours ${at + 1}`}>
          <div className={styles.dayToggles}>
            {shortWeekdays.map((name, day) => (
              <button
                key={name}
                type="button"
                aria-pressed={group.days.includes(day)}
                onClick={() => change(dayPutInto(groups, at, day))}
              >
                {name}
              </button>
            ))}
          </div>
          <Spans
            label={`hours ${at + 1}`}
            spans={group.spans}
            set={(spans) => change(groups.map((each, index) => (index === at ? { ...each, spans } : each)))}
          />
          <RemoveRow name={`hours ${at + 1}`} onClick={() => change(groups.filter((_, index) => index !== at))} />
        </div>
      ))}
      <AddRow onClick={() => change([...groups, { days: [], spans: [usualSpan] }])}>Other hours on some days</AddRow>
    </>
  );
}

const hourOf = (time: string): number => Number(time.slice(0, 2)) + Number(time.slice(3)) / 60;

/** The week to scale: what is open past midnight runs to the end of its day. */
function WeekPicture({ week }: Pick<Props, 'week'>) {
  return (
    <div className={styles.week} role="img" aria-label={weekInWords(week)}>
      {shortWeekdays.map((name, day) => (
        <Fragment key={name}>
          <span>{name}</span>
          <span className={styles.bar}>
            {week[day]!.length === 0 && <em>closed</em>}
            {week[day]!.map(({ from, to }, index) => {
              const [begins, ends] = [hourOf(from), hourOf(to)];
              const until = ends > begins ? ends : 24;
              return <i key={index} style={{ left: `${begins / 0.24}%`, width: `${(until - begins) / 0.24}%` }} />;
            })}
          </span>
        </Fragment>
      ))}
      <span />
      <span className={`${styles.bar} ${styles.axis}`}>
        {[6, 12, 18].map((hour) => (
          <span key={hour} style={{ left: `${hour / 0.24}%` }}>
            {hour}:00
          </span>
        ))}
      </span>
    </div>
  );
}
