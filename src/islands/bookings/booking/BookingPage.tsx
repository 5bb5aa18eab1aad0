import { bookingView } from '#contracts/routes/bookings';
import type { BookingView, Shell } from '#contracts/bookings/views';
import { payable, bookingState } from '#core/bookings/bookingState';
import { stripOf } from '#core/bookings/strip';
import { dateOf } from '#core/calendar/wallTime';
import { longDate, longWall, shortDate } from '#core/wording/days';
import { localDate } from '#core/calendar/zoned';
import { formatAmount } from '#core/money/formatMoney';
import { type Minor, remainder } from '#core/money/minor';
import { read } from '#islands/api';
import { AfterService } from '#islands/closeout/AfterService';
import { BookingActions } from '#islands/bookings/booking/BookingActions';
import { Decide } from '#islands/bookings/booking/Decide';
import { Documents } from '#islands/bookings/booking/Documents';
import { History } from '#islands/bookings/booking/History';
import { Journal } from '#islands/bookings/booking/Journal';
import { Messages } from '#islands/bookings/booking/Messages';
import { PlanLine } from '#islands/bookings/booking/PlanLine';
import { serviceDay } from '#islands/bookings/booking/serviceDay';
import { MoneyStrip } from '#islands/parts/MoneyStrip';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Tabs } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import styles from './BookingPage.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: BookingView };

export default function BookingPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Booking given={view} />
    </OwnerShell>
  );
}

/** One booking whole. Its standing is computed here, by the same core as in the server, from what was agreed and done. */
function Booking({ given }: { readonly given: BookingView }) {
  const { now, today, business } = useShell();
  const { data: view } = useQuery({
    queryKey: ['booking', given.number],
    queryFn: () => read(bookingView, { number: given.number }),
    initialData: given,
    // What the reader asks for is answered in seconds.
    refetchInterval: (query) => (query.state.data?.atReader ? 1500 : 10_000),
  });
  const current = bookingState(view.agreed, view.facts, now);
  const { position, hold, agreed, ledger } = current;
  const { dueNow, outstanding } = payable(current);
  const late = remainder(position.late, current.onTheWay);
  const { currency } = agreed;
  const inForce = hold?.inForce;
  return (
    <>
      <PageHead
        trail={
          <>
            <a href="/bookings">Bookings</a> / {view.number}
          </>
        }
        title={
          <h1>
            {view.client.name} <span>· {view.title}</span>
          </h1>
        }
        sub={
          <>
            {longWall(agreed.start, today)} →{' '}
            {dateOf(agreed.end) === dateOf(agreed.start) ? agreed.end.slice(11) : longWall(agreed.end, today)} · agreed{' '}
            {shortDate(dateOf(agreed.agreed), today)} on <b>{view.termsName}</b> terms, version {view.termsVersion}
            {view.ownRules && <b>, with rules of its own</b>}
            {view.client.email && (
              <>
                {' · '}
                <a href={`mailto:${view.client.email}`}>{view.client.email}</a>
              </>
            )}
            {view.client.phone && (
              <>
                {' · '}
                <a href={`tel:${view.client.phone}`}>{view.client.phone}</a>
              </>
            )}
          </>
        }
      >
        <BookingActions view={view} bookingState={current} />
      </PageHead>

      <section className={styles.money} aria-label="Position">
        <div className={styles.figures}>
          <Figure label="Agreed" amount={agreed.total} currency={currency} />
          <Figure label="In hand" amount={position.received} currency={currency} tone="t-received" />
          {current.onTheWay > 0 && <Figure label="On its way" amount={current.onTheWay} currency={currency} />}
          {late > 0 ? (
            <Figure label="Late" amount={late} currency={currency} tone="t-late" />
          ) : (
            <Figure
              label={dueNow > 0 ? 'Due now' : 'To come'}
              amount={dueNow > 0 ? dueNow : outstanding}
              currency={currency}
              tone="t-due"
            />
          )}
          {hold && (
            <Figure
              label={
                inForce
                  ? `Held until ${longDate(localDate(inForce.expires < hold.until ? inForce.expires : hold.until, agreed.timeZone), today)}`
                  : 'Hold'
              }
              amount={inForce?.amount ?? hold.amount}
              currency={currency}
              tone={inForce ? 't-held' : 't-back'}
            />
          )}
          {ledger.cancelled && <Figure label="Kept" amount={ledger.cancelled.keep} currency={currency} />}
          <p className={styles.stage}>{serviceDay(current)}</p>
          {view.agreement && <Agreement agreement={view.agreement} />}
        </div>
        <MoneyStrip strip={stripOf(current)} currency={currency} size="large" />
        <p className={styles.under}>
          {current.parts.map((part) => (
            <span key={part.index}>
              <i className={`m-${part.state === 'paid' ? 'received' : part.state}`} />{' '}
              {formatAmount(part.amount, currency)} {part.name}
            </span>
          ))}
          {currency !== business.currency && <span className={styles.code}>{currency}</span>}
        </p>
      </section>

      <div className={styles.columns}>
        <PlanLine bookingState={current} />
        <div>
          <Decide view={view} bookingState={current} />
          {/* Of whoever was erased nothing is claimed any more. */}
          {view.client.email && <AfterService view={view} bookingState={current} />}
          <Tabs defaultValue="history" keepMounted={false} classNames={{ list: styles.tabs, tab: styles.tab }}>
            <Tabs.List>
              <Tabs.Tab value="history">History</Tabs.Tab>
              <Tabs.Tab value="messages">Messages {view.messages.length}</Tabs.Tab>
              <Tabs.Tab value="documents">Invoices {view.documents.documents.length}</Tabs.Tab>
              <Tabs.Tab value="journal">Journal {view.journal.length}</Tabs.Tab>
            </Tabs.List>
            <Tabs.Panel value="history">
              <History view={view} bookingState={current} />
            </Tabs.Panel>
            <Tabs.Panel value="messages">
              <Messages messages={view.messages} />
            </Tabs.Panel>
            <Tabs.Panel value="documents">
              <Documents view={view} />
            </Tabs.Panel>
            <Tabs.Panel value="journal">
              <Journal entries={view.journal} currency={currency} />
            </Tabs.Panel>
          </Tabs>
        </div>
      </div>
    </>
  );
}

/** What was signed, and whether a change since is not. */
const Agreement = ({ agreement }: { readonly agreement: NonNullable<BookingView['agreement']> }) => (
  <p className={styles.stage}>
    <a href={`/quotes/${agreement.quote}/agreement.pdf`}>Agreement signed</a>
    {agreement.changeUnsigned && <b className="t-late"> · the change is not signed yet</b>}
  </p>
);

const Figure = ({
  label,
  amount,
  currency,
  tone = '',
}: {
  label: string;
  amount: Minor;
  currency: string;
  tone?: string;
}) => (
  <div>
    <span>{label}</span>
    <b className={tone}>{formatAmount(amount, currency)}</b>
  </div>
);
