import { copyRequestLink } from '#contracts/routes/credit/copyRequestLink';
import { sendRequest } from '#contracts/routes/credit/sendRequest';
import { withdrawRequest } from '#contracts/routes/credit/withdrawRequest';
import { creditView } from '#contracts/routes/credit/creditView';
import type { CreditView } from '#contracts/creditViews';
import type { Shell } from '#contracts/views';
import { formatMoney } from '#core/money/formatMoney';
import { shortMoment } from '#core/wording/days';
import { read } from '#islands/api';
import { HouseAccounts } from '#islands/Credit/HouseAccounts';
import { RequestForm } from '#islands/Credit/RequestForm';
import { Vouchers } from '#islands/Credit/Vouchers';
import { VoucherForm } from '#islands/Credit/VoucherForm';
import { OfMany } from '#islands/parts/OfMany';
import { PageHead } from '#islands/parts/PageHead';
import { useSent } from '#islands/parts/useSent';
import { useRoute } from '#islands/parts/useRoute';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, Group } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styles from './Credit.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: CreditView };

export default function CreditPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Credit given={view} />
    </OwnerShell>
  );
}

const goingWords = {
  waits: 'Its message goes out in a minute',
  outgoing: 'Its message is on its way to the mail server',
  failed: 'Its message could not be delivered; send it again, or copy the link',
} as const;

/** Money without a booking: what is asked for, what waits as credit, and what vouchers are worth. */
function Credit({ given }: { readonly given: CreditView }) {
  const { data: view } = useQuery({
    queryKey: ['credit'],
    queryFn: () => read(creditView, {}),
    initialData: given,
    refetchInterval: 15_000,
  });
  const [open, setOpen] = useState<'request' | 'voucher' | null>(null);
  return (
    <>
      <PageHead title="Requests and credit" sub="Money without a booking: it waits until it is used on one.">
        <Group gap={8}>
          <Button variant="default" onClick={() => setOpen('voucher')}>
            Sell a voucher
          </Button>
          <Button onClick={() => setOpen('request')}>Ask for a payment</Button>
        </Group>
      </PageHead>
      {open === 'request' && <RequestForm known={view.known} close={() => setOpen(null)} />}
      {open === 'voucher' && <VoucherForm close={() => setOpen(null)} />}
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

const stateWords = { open: 'waiting', paid: 'paid', over: 'no longer asked for' } as const;

function Requests({ requests }: Pick<CreditView, 'requests'>) {
  const { zone, today } = useShell();
  const copy = useRoute(copyRequestLink);
  const send = useRoute(sendRequest);
  const said = useSent();
  const withdraw = useRoute(withdrawRequest);
  const copyLink = async (requestId: string): Promise<void> => {
    const made = await copy.run({ requestId });
    if (!made) return;
    await navigator.clipboard?.writeText(made.url).catch(() => undefined);
    notifications.show({ title: 'Link copied', message: made.url });
  };
  const again = async (requestId: string): Promise<void> => {
    const sent = await send.run({ requestId });
    if (sent) said(sent.messageId, sent.messageId ? 'It goes out again.' : 'It is on its way already.');
  };
  return (
    <section aria-label="Payment requests">
      {requests.length === 0 && (
        <p className={styles.none}>Nothing is asked for. What is paid here waits as the client’s credit.</p>
      )}
      <ul className={styles.requests}>
        {requests.map((request) => (
          <li key={request.id} data-state={request.state}>
            <div className={styles.what}>
              <b>{request.client}</b>
              <span>
                {request.number} · {request.note}
              </span>
              <ul className={styles.happened}>
                {request.going && <li role="status">{goingWords[request.going]}</li>}
                {request.happened.slice(0, 4).map(({ at, what }, index) => (
                  <li key={index}>
                    {shortMoment(at, zone, today)}: {what}
                  </li>
                ))}
              </ul>
            </div>
            <div className={styles.sum}>
              <i className={request.state === 'paid' ? 'm-received' : request.state === 'open' ? 'm-due' : 'm-back'} />
              <b className="num">
                {request.state === 'paid'
                  ? formatMoney(request.paid, request.currency)
                  : request.amount === null
                    ? `from ${formatMoney(request.smallest!, request.currency)}`
                    : formatMoney(request.amount, request.currency)}
              </b>
              <span>{stateWords[request.state]}</span>
            </div>
            {request.state === 'open' && (
              <Group gap={4} className={styles.acts}>
                <Button variant="default" size="compact-sm" onClick={() => void again(request.id)}>
                  Send
                </Button>
                <Button variant="default" size="compact-sm" onClick={() => void copyLink(request.id)}>
                  Copy the link
                </Button>
                <Button
                  variant="subtle"
                  color="gray"
                  size="compact-sm"
                  onClick={() => void withdraw.run({ requestId: request.id })}
                >
                  Withdraw
                </Button>
              </Group>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
