import { isUrgent } from '#islands/disputes/isUrgent';
import type { DisputeRow } from '#contracts/claims/afterViews';
import { disputesView } from '#contracts/routes/disputes';
import type { Shell } from '#contracts/bookings/views';
import { localDate } from '#core/calendar/zoned';
import { formatAmount } from '#core/money/formatMoney';
import { distance, longDate, shortDate } from '#core/wording/days';
import { disputeNames, disputeStates } from '#core/wording/disputeWords';
import { read } from '#islands/api';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { useQuery } from '@tanstack/react-query';
import list from '../parts/List.module.css';
import styles from './Disputes.module.css';

type View = { readonly disputes: readonly DisputeRow[] };
type Props = { readonly shell: Shell; readonly path: string; readonly view: View };

export default function DisputesPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Disputes given={view} />
    </OwnerShell>
  );
}

/** Payments that their payers' banks ask about or have taken back; those that want an answer first. */
function Disputes({ given }: { readonly given: View }) {
  const { zone, today } = useShell();
  const { data } = useQuery({ queryKey: ['disputes'], queryFn: () => read(disputesView, {}), initialData: given });
  const { disputes } = data;
  return (
    <>
      <PageHead
        title="Disputes"
        sub="They come weeks after a payment, each with a day until which the bank hears you. What was lost is owed again."
      />
      {disputes.length === 0 ? (
        <p className={styles.none}>No payment has been disputed.</p>
      ) : (
        <table className={list.list}>
          <caption className="visually-hidden">Disputes</caption>
          <thead>
            <tr>
              <th scope="col">Answer by</th>
              <th scope="col">Client</th>
              <th scope="col">What it says</th>
              <th scope="col">State</th>
              <th scope="col" className={styles.right}>
                Sum
              </th>
            </tr>
          </thead>
          <tbody>
            {disputes.map((row) => {
              const waits = row.state === 'asked' || row.state === 'open';
              const day = localDate(row.answerBy, zone);
              return (
                <tr key={row.id} data-waits={waits || undefined}>
                  <td className={styles.two}>
                    {waits ? (
                      <>
                        <b className={isUrgent(day, today) ? 't-late' : ''}>{longDate(day, today)}</b>
                        <span>{distance(day, today)}</span>
                      </>
                    ) : (
                      <span>opened {shortDate(localDate(row.openedAt, zone), today)}</span>
                    )}
                  </td>
                  <td className={styles.two}>
                    <a href={`/disputes/${row.id}`}>{row.client || row.number}</a>
                    <span>
                      {row.number} · {row.title}
                    </span>
                  </td>
                  <td>{disputeNames[row.family]}</td>
                  <td>
                    <b className={row.state === 'lost' ? 't-late' : row.state === 'won' ? 't-received' : ''}>
                      {disputeStates[row.state]}
                    </b>
                  </td>
                  <td className={`${styles.right} num`}>
                    {formatAmount(row.amount, row.currency)} {row.currency}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </>
  );
}
