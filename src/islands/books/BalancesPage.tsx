import type { TrialBalance } from '#contracts/books/views';
import { closeBooks, trialBalance } from '#contracts/routes/books';
import type { Shell } from '#contracts/bookings/views';
import { accountCalled } from '#core/books/accountNames';
import { isPlainDate, type PlainDate } from '#core/calendar/days';
import { formatMoney } from '#core/money/formatMoney';
import { minor, sum } from '#core/money/minor';
import { fullDate } from '#core/wording/days';
import { read } from '#islands/api';
import { JournalHead } from '#islands/books/JournalHead';
import { DayField } from '#islands/parts/DayField';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, Modal, Stack } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styles from './Journal.module.css';

type Props = {
  readonly shell: Shell;
  readonly path: string;
  readonly view: TrialBalance;
  readonly closedUntil: PlainDate | null;
};

export default function BalancesPage({ shell, path, view, closedUntil }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Balances given={view} closedUntil={closedUntil} />
    </OwnerShell>
  );
}

const groups = [
  ['assets:', 'What the business has'],
  ['liabilities:', 'What it owes'],
  ['income:', 'What it earned'],
  ['expenses:', 'What it spent'],
  ['memo:', 'Held at banks, and no part of the books'],
] as const;

function Balances({ given, closedUntil }: { readonly given: TrialBalance; readonly closedUntil: PlainDate | null }) {
  const [day, setDay] = useState<string>(given.day);
  const [closing, setClosing] = useState(false);
  const asked = isPlainDate(day) ? day : given.day;
  const { data = given } = useQuery({
    queryKey: ['balances', asked],
    queryFn: () => read(trialBalance, { day: asked }),
    placeholderData: keepPreviousData,
    ...(asked === given.day ? { initialData: given } : {}),
  });
  const currencies = [...new Set(data.balances.map(({ currency }) => currency))];
  return (
    <>
      <JournalHead
        face="/journal/balances"
        sub="What every account adds up to at the end of a day; all of them together are nothing."
      >
        <Button variant="default" onClick={() => setClosing(true)}>
          Close a period
        </Button>
      </JournalHead>
      <div className={styles.tools}>
        <DayField label="At the end of" value={day} onChange={setDay} />
      </div>
      {closedUntil && <p className={styles.closed}>Closed up to {fullDate(closedUntil)}.</p>}
      {data.balances.length === 0 && <p className={styles.none}>Nothing was booked up to that day.</p>}
      {currencies.map((currency) => (
        <table key={currency} className={styles.balances}>
          <caption>{currencies.length > 1 ? currency : <span className="visually-hidden">Balances</span>}</caption>
          <thead>
            <tr>
              <th scope="col">Account</th>
              <th scope="col">Debit</th>
              <th scope="col">Credit</th>
            </tr>
          </thead>
          {groups.map(([prefix, label]) => {
            const own = data.balances.filter((each) => each.currency === currency && each.account.startsWith(prefix));
            if (own.length === 0) return null;
            return (
              <tbody key={prefix}>
                <tr>
                  <th scope="rowgroup" colSpan={3}>
                    {label}
                  </th>
                </tr>
                {own.map(({ account, balance }) => (
                  <tr key={account}>
                    <td>
                      <a href={`/journal?account=${encodeURIComponent(account)}&until=${asked}`}>
                        {accountCalled(account, data.accountNames)}
                      </a>
                    </td>
                    <td className="num">{balance > 0 ? formatMoney(balance, currency) : ''}</td>
                    <td className="num">{balance < 0 ? formatMoney(minor(0 - balance), currency) : ''}</td>
                  </tr>
                ))}
              </tbody>
            );
          })}
          <tfoot>
            <tr>
              <th scope="row">In all</th>
              {[1, -1].map((sign) => (
                <td key={sign} className="num">
                  {formatMoney(
                    sum(
                      data.balances
                        .filter((each) => each.currency === currency && each.balance * sign > 0)
                        .map(({ balance }) => balance * sign),
                    ),
                    currency,
                  )}
                </td>
              ))}
            </tr>
          </tfoot>
        </table>
      ))}
      {closing && <CloseDialog proposed={asked} close={() => setClosing(false)} />}
    </>
  );
}

/** Asks about what is open first; then what comes later is booked on the first open day. */
function CloseDialog({ proposed, close }: { readonly proposed: PlainDate; readonly close: () => void }) {
  const { business } = useShell();
  const action = useRoute(closeBooks);
  const [until, setUntil] = useState<string>(proposed);
  const open = action.problem?.code === 'still_open';
  const send = async (): Promise<void> => {
    const closed = await action.run({ until, despite: open });
    if (!closed) return;
    notifications.show({ message: `The books are closed up to ${fullDate(closed.closedUntil as PlainDate)}.` });
    close();
    location.reload();
  };
  return (
    <Modal opened onClose={close} title="Close a period" centered>
      <Stack>
        <DayField
          label="Up to and with"
          value={until}
          data-autofocus
          onChange={(day) => {
            action.clear();
            setUntil(day);
          }}
        />
        <p style={{ margin: 0 }}>
          Nothing is booked in a closed period any more: what comes to light later is booked on the first open day. It
          cannot be opened again.
        </p>
        <Problem problem={action.problem} currency={business.currency} />
        <DialogButtons final>
          <Button variant="default" onClick={close}>
            Not now
          </Button>
          <Button color="red" loading={action.busy} onClick={() => void send()}>
            {open ? 'Close it all the same' : 'Close it'}
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}
