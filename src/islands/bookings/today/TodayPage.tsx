import { today } from '#contracts/routes/bookings';
import type { Shell, TodayView } from '#contracts/bookings/views';
import { read } from '#islands/api';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { ByItself } from '#islands/bookings/today/ByItself';
import { DecisionList } from '#islands/bookings/today/DecisionList';
import { QuotesThatWait } from '#islands/bookings/today/QuotesThatWait';
import { StillToBegin } from '#islands/bookings/today/StillToBegin';
import { Horizon } from '#islands/bookings/today/Horizon';
import { countWords } from '#islands/format/countWords';
import { localDate } from '#core/calendar/zoned';
import { shortDate } from '#core/wording/days';
import { formatAmount } from '#core/money/formatMoney';
import { SegmentedControl } from '@mantine/core';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styles from './TodayPage.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: TodayView };

export default function TodayPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Today given={view} />
    </OwnerShell>
  );
}

function Today({ given }: { readonly given: TodayView }) {
  const { business, now, zone, decisions } = useShell();
  const [currency, setCurrency] = useState(business.currency);
  const { data: view = given } = useQuery({
    queryKey: ['today', currency],
    queryFn: () => read(today, { currency }),
    ...(currency === given.currency ? { initialData: given } : {}),
    placeholderData: keepPreviousData,
    refetchInterval: 15_000,
  });
  const { figures } = view;
  return (
    <>
      {view.accessEnding.map(({ id, name, currency: taken, until }) => (
        <p key={id} className={styles.warning} role="alert">
          <b>
            {name}, {taken}:
          </b>{' '}
          {until <= now
            ? 'its access has run out, and no payment goes through it.'
            : `its access is not renewed and ends on ${shortDate(localDate(until, zone), view.today)}.`}{' '}
          <a href="/set-up/ways">Connect it again</a>
        </p>
      ))}
      {view.differences && (
        <p className={styles.warning} role="alert">
          <b>Last night’s check of the books:</b>{' '}
          {view.differences.count === 1 ? 'one thing does' : `${view.differences.count} things do`} not add up (
          {view.differences.first.map(({ what, where }, index) => (
            <span key={`${what} ${where}`}>
              {index > 0 && '; '}
              {what}, {where.startsWith('B-') ? <a href={`/bookings/${where}`}>{where}</a> : where}
            </span>
          ))}
          {view.differences.count > view.differences.first.length ? '; …' : ''}). Nothing of it is corrected by itself:
          show it to whoever looks after this installation, who finds all of it by <code>ostendo verify</code>.
        </p>
      )}
      <StillToBegin begin={view.begin} />
      <section className={styles.sky} aria-label="Five weeks of money">
        <div className={styles.headline}>
          <div>
            <h1>{countWords(Math.max(decisions, view.decisions.length))}</h1>
            {view.quotes.length > 0 && (
              <a href="#quotes">
                and {view.quotes.length === 1 ? 'one quote waits' : `${view.quotes.length} quotes wait`} for you
              </a>
            )}
          </div>
          <dl className={styles.figures}>
            <Figure label="Received, last 7 days" amount={figures.received7} currency={view.currency} />
            <Figure label="Due, next 28 days" amount={figures.due28} currency={view.currency} />
            <Figure label="Held now" amount={figures.held} currency={view.currency} />
            <Figure label="Late" amount={figures.late} currency={view.currency} late={figures.late > 0} />
          </dl>
        </div>
        {view.currencies.length > 1 && (
          <SegmentedControl
            size="xs"
            aria-label="Currency"
            data={[...view.currencies]}
            value={currency}
            onChange={setCurrency}
          />
        )}
        <Horizon view={view} currency={view.currency} />
      </section>
      <div className={styles.columns}>
        <div>
          <DecisionList {...view} all={decisions} />
          <QuotesThatWait quotes={view.quotes} />
        </div>
        <ByItself did={view.did} next={view.next} />
      </div>
    </>
  );
}

function Figure({
  label,
  amount,
  currency,
  late = false,
}: {
  label: string;
  amount: TodayView['figures']['late'];
  currency: string;
  late?: boolean;
}) {
  return (
    <div>
      <dt>{label}</dt>
      <dd>
        <span className={late ? 't-late' : ''}>{formatAmount(amount, currency)}</span>
      </dd>
    </div>
  );
}
