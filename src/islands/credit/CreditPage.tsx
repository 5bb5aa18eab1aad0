import { creditView } from '#contracts/routes/credit';
import type { CreditView } from '#contracts/credit/views';
import type { Shell } from '#contracts/bookings/views';
import { formatMoney } from '#core/money/formatMoney';
import { read } from '#islands/api';
import { HouseAccounts } from '#islands/credit/HouseAccounts';
import { Requests } from '#islands/paymentRequests/Requests';
import { Vouchers } from '#islands/credit/Vouchers';
import { OfMany } from '#islands/parts/OfMany';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { Button, Group } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styles from './Credit.module.css';

const VoucherForm = lazyComponent(() => import('#islands/credit/VoucherForm').then((part) => part.VoucherForm));

type Props = { readonly shell: Shell; readonly path: string; readonly view: CreditView };

export default function CreditPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Credit given={view} />
    </OwnerShell>
  );
}

/** Money without a booking: what is asked for, what waits as credit, and what vouchers are worth. */
function Credit({ given }: { readonly given: CreditView }) {
  const { data: view } = useQuery({
    queryKey: ['credit'],
    queryFn: () => read(creditView, {}),
    initialData: given,
    refetchInterval: 15_000,
  });
  const [selling, setSelling] = useState(false);
  return (
    <>
      <PageHead title="Requests and credit" sub="Money without a booking: for what lines list, or to wait as credit.">
        <Group gap={8}>
          <Button variant="default" onClick={() => setSelling(true)}>
            Sell a voucher
          </Button>
          <Button component="a" href="/credit/new">
            Ask for a payment
          </Button>
        </Group>
      </PageHead>
      {selling && <VoucherForm ofOneTax={view.ofOneTax} close={() => setSelling(false)} />}
      <Requests requests={view.requests} />
      <OfMany shown={view.requests.length} all={view.counts.requests} what="The newest" />
      <div className={styles.sides}>
        <Vouchers vouchers={view.vouchers} all={view.counts.vouchers} />
        <HouseAccounts accounts={view.accounts} known={view.known} />
        <section aria-label="Credit">
          <h2>Clients with credit</h2>
          {view.clients.length === 0 && <p className={styles.none}>Nobody has credit.</p>}
          <table className={styles.table}>
            <tbody>
              {view.clients.map(({ name, currency, credit }) => (
                <tr key={`${name} ${currency}`}>
                  <th scope="row">{name}</th>
                  <td className="num">{formatMoney(credit, currency)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      </div>
    </>
  );
}
