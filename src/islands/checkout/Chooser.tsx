import type { BookPageView, OpenService } from '#contracts/checkout/views';
import type { FreeStart } from '#core/places/freeDays';
import type { PlainDate } from '#core/calendar/days';
import { dateOf, type WallTime } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { waiverWords } from '#core/wording/waiverWords';
import { formatMoney } from '#core/money/formatMoney';
import { clockOf, longDate, longWall } from '#core/wording/days';
import { type CartItem, priced } from '#islands/checkout/cart';
import { unitInAll } from '#core/catalogue/askedPrice';
import { Counter } from '#islands/checkout/Counter';
import { MonthGrid } from '#islands/parts/MonthGrid';
import { firstOf, monthAfter } from '#islands/parts/months';
import { useFree } from '#islands/checkout/useFree';
import { newKey } from '#islands/api';
import { useState } from 'react';
import page from '#islands/payments/Pay.module.css';
import styles from './Book.module.css';

type Props = { readonly view: BookPageView; readonly service: OpenService; readonly add: (item: CartItem) => void };
type Chosen = { readonly start: WallTime; readonly end: WallTime };

const countWords = { guests: 'Guests', units: 'How many', nothing: '' } as const;

/** When, how many, with which extras; then what it comes to. */
export function Chooser({ view, service, add }: Props) {
  const { rules, extras, currency } = service;
  const today = localDate(view.now, view.timeZone);
  const [month, setMonth] = useState(() => firstOf(today));
  const [count, setCount] = useState(rules.least);
  const [day, setDay] = useState<PlainDate | null>(null);
  const [start, setStart] = useState<WallTime | null>(null);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [wanted, setWanted] = useState<Readonly<Record<string, number>>>({});
  const stay = rules.when.kind === 'stay';
  const { days, failed, lookAgain } = useFree({ service: service.id, month, count, start: null });
  const startsOn = (date: PlainDate): readonly FreeStart[] => days?.find((each) => each.date === date)?.starts ?? [];
  const begin = (): void => {
    setStart(null);
    setChosen(null);
  };
  const item: CartItem | null = chosen && {
    id: 'one',
    serviceId: service.id,
    ...chosen,
    count,
    extras: Object.fromEntries(Object.entries(wanted).filter(([, number]) => number > 0)),
  };
  const figures = item && priced(view, item);
  const starts = day ? startsOn(day) : [];
  const nothing = days !== null && days.every((each) => each.starts.length === 0);
  return (
    <div className={styles.chooser}>
      {[service.onPage.note, service.included, service.fee].map(
        (text) =>
          text && (
            <p key={text} className={styles.included}>
              {text}
            </p>
          ),
      )}
      {rules.counts !== 'nothing' && (
        <Counter
          label={countWords[rules.counts]}
          value={count}
          least={rules.least}
          most={rules.most}
          set={(value) => {
            setCount(value);
            begin();
          }}
        />
      )}
      {failed && (
        <p className={page.declined} role="alert">
          What is free could not be read.{' '}
          <button type="button" className={styles.link} onClick={lookAgain}>
            Look again
          </button>
        </p>
      )}
      {!start && (
        <>
          <p className={styles.step}>{stay ? 'From which day?' : 'On which day?'}</p>
          <MonthGrid
            month={month}
            setMonth={setMonth}
            today={today}
            label="Days on which it is free"
            free={days && ((date) => startsOn(date).length > 0)}
            chosen={day ? [day] : []}
            choose={(date) => {
              setDay(date);
              begin();
              const [first, ...others] = startsOn(date);
              if (!first || others.length > 0) return;
              if (stay) setStart(first.start);
              else setChosen({ start: first.start, end: first.end });
            }}
          />
          {nothing && (
            <p className={styles.hint}>
              Nothing is free in this month.{' '}
              <button type="button" className={styles.link} onClick={() => setMonth(monthAfter(month, 1))}>
                Look at the next one
              </button>
            </p>
          )}
        </>
      )}
      {day && starts.length > 1 && !start && (
        <>
          <p className={styles.step}>At what time on {longDate(day, today)}?</p>
          <div className={styles.times} role="group" aria-label="Times that are free">
            {starts.map((each) => (
              <button
                key={each.start}
                type="button"
                className={styles.time}
                aria-pressed={chosen?.start === each.start}
                onClick={() => (stay ? setStart(each.start) : setChosen({ start: each.start, end: each.end }))}
              >
                {clockOf(each.start)}
                {rules.counts !== 'nothing' && each.left <= 3 && <small>{each.left} left</small>}
              </button>
            ))}
          </div>
        </>
      )}
      {start && (
        <StayEnd
          key={`${start} ${count}`}
          service={service}
          start={start}
          count={count}
          today={today}
          chosen={chosen}
          choose={(end) => setChosen({ start, end })}
          back={begin}
        />
      )}
      {chosen && extras.length > 0 && (
        <>
          <p className={styles.step}>Would you like anything with it?</p>
          {extras.map((extra) => (
            <Counter
              key={extra.id}
              label={extra.label}
              note={[
                formatMoney(unitInAll(service, extra.unitPrice, view.rates), currency),
                ...(extra.waiver ? [waiverWords(extra.waiver, currency)] : []),
              ].join('. ')}
              value={wanted[extra.id] ?? 0}
              least={0}
              most={extra.most}
              set={(number) => setWanted({ ...wanted, [extra.id]: number })}
            />
          ))}
        </>
      )}
      {item && figures && (
        <div className={styles.adding}>
          <div>
            <b>{formatMoney(figures.total, currency)}</b>
            <span>{figures.title}</span>
            <span>
              {longWall(item.start, today)}
              {dateOf(item.end) === dateOf(item.start)
                ? ` to ${clockOf(item.end)}`
                : ` to ${longWall(item.end, today)}`}
            </span>
          </div>
          <button
            type="button"
            className={page.button}
            disabled={!figures.bookingState}
            onClick={() => add({ ...item, id: newKey() })}
          >
            Take it
          </button>
        </div>
      )}
    </div>
  );
}

type EndProps = {
  readonly service: OpenService;
  readonly start: WallTime;
  readonly count: number;
  readonly today: PlainDate;
  readonly chosen: Chosen | null;
  readonly choose: (end: WallTime) => void;
  readonly back: () => void;
};

/** Until when: days of a month for a stay of days or nights, times for one of hours. */
function StayEnd({ service, start, count, today, chosen, choose, back }: EndProps) {
  const [month, setMonth] = useState(() => firstOf(dateOf(start)));
  const { ends } = useFree({ service: service.id, month: firstOf(dateOf(start)), count, start });
  const hourly = service.rules.when.kind === 'stay' && service.rules.when.by === 'hour';
  const endOn = (date: PlainDate): WallTime | undefined => ends?.find(({ end }) => dateOf(end) === date)?.end;
  return (
    <>
      <p className={styles.step}>
        From {longWall(start, today)}.{' '}
        <button type="button" className={styles.link} onClick={back}>
          Another start
        </button>
        <br />
        Until when?
      </p>
      {hourly ? (
        <div className={styles.times} role="group" aria-label="Ends that are free">
          {(ends ?? []).map(({ end }) => (
            <button
              key={end}
              type="button"
              className={styles.time}
              aria-pressed={chosen?.end === end}
              onClick={() => choose(end)}
            >
              {clockOf(end)}
            </button>
          ))}
        </div>
      ) : (
        <MonthGrid
          month={month}
          setMonth={setMonth}
          today={today}
          label="Days until which it is free"
          free={ends && ((date) => endOn(date) !== undefined)}
          chosen={chosen ? [dateOf(chosen.start), dateOf(chosen.end)] : [dateOf(start)]}
          choose={(date) => choose(endOn(date)!)}
        />
      )}
    </>
  );
}
