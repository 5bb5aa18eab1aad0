import type { PayoutView } from '#contracts/books/views';
import { bankPayout, payoutsView } from '#contracts/routes/books';
import type { Shell } from '#contracts/bookings/views';
import { formatMoney } from '#core/money/formatMoney';
import { shortMoment } from '#core/wording/days';
import { read } from '#islands/api';
import { JournalHead } from '#islands/books/JournalHead';
import { useRoute } from '#islands/parts/useRoute';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQuery } from '@tanstack/react-query';
import styles from './Journal.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: readonly PayoutView[] };

export default function PayoutsPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Payouts given={view} />
    </OwnerShell>
  );
}

function Payouts({ given }: { readonly given: readonly PayoutView[] }) {
  const { data } = useQuery({ queryKey: ['payouts'], queryFn: () => read(payoutsView, {}), initialData: given });
  return (
    <>
      <JournalHead
        face="/journal/payouts"
        sub="What processors paid out, less their fees: under way until the bank has it."
      />
      {data.length === 0 && <p className={styles.none}>Nothing was paid out yet.</p>}
      <ul className={styles.payouts}>
        {data.map((payout) => (
          <Payout key={payout.id} payout={payout} />
        ))}
      </ul>
    </>
  );
}

function Payout({ payout }: { readonly payout: PayoutView }) {
  const { zone, today } = useShell();
  const bank = useRoute(bankPayout);
  const { id, at, currency, gross, fee, net, processor, bankedAt, payments } = payout;
  const banked = async (): Promise<void> => {
    if (await bank.attempt({ payoutId: id }))
      notifications.show({ message: `${formatMoney(net, currency)} is in the bank.` });
  };
  return (
    <li>
      <details>
        <summary>
          <span>
            <b>{processor ? processor.charAt(0).toUpperCase() + processor.slice(1) : 'Payout'}</b>
            <small>
              {shortMoment(at, zone, today)} · {payments.length === 1 ? '1 movement' : `${payments.length} movements`}
            </small>
          </span>
          <span className={styles.state}>
            <i className={bankedAt ? 'm-received' : 'm-planned'} />
            {bankedAt ? 'in the bank' : 'under way'}
          </span>
          <span className={styles.figures}>
            <b className="num">{formatMoney(net, currency)}</b>
            <small className="num">
              {formatMoney(gross, currency)} less {formatMoney(fee, currency)}
            </small>
          </span>
        </summary>
        <table className={styles.balances}>
          <caption>{id}</caption>
          <thead>
            <tr>
              <th scope="col">For</th>
              <th scope="col">Sum</th>
              <th scope="col">Fee</th>
            </tr>
          </thead>
          <tbody>
            {payments.map(({ reference, amount, fee: own, booking, request }, index) => (
              <tr key={index}>
                <td>
                  {booking && <a href={`/bookings/${booking}`}>{booking}</a>}
                  {request && <a href={`/credit#${request}`}>{request}</a>}
                  {!booking && !request && reference}
                  {amount < 0 && ' · given back'}
                </td>
                <td className="num">{formatMoney(amount, currency)}</td>
                <td className="num">{formatMoney(own, currency)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
      {!bankedAt && (
        <Button variant="default" size="compact-sm" loading={bank.busy} onClick={() => void banked()}>
          It is in the bank
        </Button>
      )}
    </li>
  );
}
