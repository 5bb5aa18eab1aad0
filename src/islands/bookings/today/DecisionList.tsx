import { missingWords } from '#core/wording/documentWords';
import type { BookingLine, TodayView } from '#contracts/bookings/views';
import type { Decision } from '#core/bookings/decisions';
import { dateOf } from '#core/calendar/wallTime';
import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { clockOf, distance, longDate } from '#core/wording/days';
import { decisionWords } from '#islands/format/decisionWords';
import { ReturnActions, ReturnedNow } from '#islands/bookings/today/ReturnActions';
import { Amount } from '#islands/parts/Amount';
import { MoneyStrip } from '#islands/parts/MoneyStrip';
import { OfMany } from '#islands/parts/OfMany';
import { useShell } from '#islands/shell/useShell';
import { useRowKeys } from '#islands/parts/useRowKeys';
import { Button } from '@mantine/core';
import { useState } from 'react';
import styles from './DecisionList.module.css';

const shownAtFirst = 25;

function failureCountWords({ count, money }: TodayView['failures']): string {
  const things = count === 1 ? 'One thing does not get through' : `${count} things do not get through`;
  if (money === 0) return `${things}.`;
  return count === 1
    ? `${things}, and money waits on it.`
    : `${things}, and money waits on ${money === count ? 'them' : money}.`;
}

/** Where a decision is taken: the close-out in its queue, a dispute on its own page, the rest on the booking's own page. */
const placeOf = (line: BookingLine, decision: Decision): string => {
  if (decision.kind === 'disputed') return `/disputes/${decision.dispute}`;
  return decision.kind === 'closeOut' ? `/close-out#${line.number}` : `/bookings/${line.number}`;
};

type Props = Pick<TodayView, 'decisions' | 'out' | 'failures' | 'unissued' | 'requestsLate' | 'requestsDisputed'> & {
  /** How many there are in all: the most urgent are loaded. */
  readonly all: number;
};

/** What needs its owner, most urgent first: rows, with the one next action. */
export function DecisionList({ decisions, out, all, failures, unissued, requestsLate, requestsDisputed }: Props) {
  const { zone, today } = useShell();
  const [opened, setOpened] = useState(false);
  const shown = opened ? decisions : decisions.slice(0, shownAtFirst);
  const list = useRowKeys(shown.length);
  return (
    <section aria-labelledby="decide">
      <div className={styles.title}>
        <h2 id="decide">Decide</h2>
        <span className={styles.hint}>most urgent first</span>
        <span className={styles.keys}>
          <kbd>J</kbd>
          <kbd>K</kbd> move <kbd>Enter</kbd> act
        </span>
      </div>
      {unissued.map(({ number, path, client, missing }) => (
        <p key={`invoice ${number}`} className={styles.failing} role="status">
          {number}, {client.name}, cannot be invoiced. {missing.map((each) => missingWords[each].says).join(' ')}{' '}
          <a href={path}>Look</a>
        </p>
      ))}
      {requestsDisputed.map(({ id, number, answerBy }) => (
        <p key={id} className={styles.failing} role="status">
          The payment of {number} is disputed; the bank hears you until {longDate(localDate(answerBy, zone), today)}.{' '}
          <a href={`/disputes/${id}`}>Answer</a>
        </p>
      ))}
      {requestsLate > 0 && (
        <p className={styles.failing} role="status">
          {requestsLate === 1 ? 'A payment request is' : `${requestsLate} payment requests are`} still open after{' '}
          {requestsLate === 1 ? 'its' : 'their'} day. <a href="/credit">Look</a>
        </p>
      )}
      {failures.count > 0 && (
        <p className={styles.failing} role="alert">
          {failureCountWords(failures)} <a href="/failures">Look</a>
        </p>
      )}
      {decisions.length === 0 && (
        <div className={styles.empty}>
          <p>Nothing waits for you.</p>
          <p>Ostendo goes on asking, charging and holding by itself; what it does next stands beside this.</p>
        </div>
      )}
      <ol className={styles.list} ref={list}>
        {shown.map((line) => (
          <DecisionRow key={line.id} line={line} out={out.includes(line.id)} />
        ))}
      </ol>
      {shown.length < decisions.length && (
        <Button variant="default" onClick={() => setOpened(true)} mt="md">
          Show {all > decisions.length ? `these ${decisions.length}` : `all ${decisions.length}`}
        </Button>
      )}
      <OfMany shown={decisions.length} all={all} what="The most urgent" />
    </section>
  );
}

function DecisionRow({ line, out }: { readonly line: BookingLine; readonly out: boolean }) {
  const { zone, today, now, business } = useShell();
  const [decision] = line.decisions;
  if (!decision) return null;
  const words = decisionWords(decision, zone, today);
  const day = localDate(decision.by, zone);
  const wall = wallOfInstant(decision.by, zone);
  const past = decision.by < now;
  const urgent = past || day <= today || distance(day, today) === 'tomorrow';
  const more = line.decisions.length - 1;
  return (
    <li className={styles.row}>
      <div className={urgent ? styles.deadlineUrgent : styles.deadline}>
        <b className="num">{day === today && !past ? clockOf(wall) : longDate(dateOf(wall), today)}</b>
        <span>{past && day === today ? 'earlier today' : distance(day, today)}</span>
      </div>
      <div className={styles.what}>
        <a href={`/bookings/${line.number}`} className={styles.who}>
          {line.client} · {line.title}
        </a>
        <p>
          {words.why}
          {more > 0 && ` And ${more} more.`}
        </p>
        {out && decision.kind === 'closeOut' && <ReturnActions line={line} />}
      </div>
      <div className={styles.strip}>
        <MoneyStrip strip={line.strip} currency={line.currency} />
      </div>
      <div className={styles.stake}>
        <Amount amount={decision.amount} currency={line.currency} home={business.currency} />
        <span>{words.stake}</span>
      </div>
      {decision.kind === 'notBack' ? (
        <ReturnedNow line={line} />
      ) : (
        <Button
          component="a"
          href={placeOf(line, decision)}
          variant={urgent ? 'filled' : 'default'}
          className={styles.act}
          px={8}
          data-row-action
        >
          {words.action}
        </Button>
      )}
    </li>
  );
}
