import { DialogButtons } from '#islands/parts/DialogButtons';
import { disconnect } from '#contracts/routes/paymentMethods';
import type { AccountLine, PaymentMethodsView } from '#contracts/paymentMethods/views';
import { accountState, uncovered, wayOf } from '#islands/paymentMethods/accountWords';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { Button, Modal, Stack } from '@mantine/core';
import { useState } from 'react';
import styles from './Ways.module.css';

const ConnectForm = lazyComponent(() => import('#islands/paymentMethods/ConnectForm').then((part) => part.ConnectForm));

/** The accounts that are connected, how each stands, and what none of them can take. */
export function Accounts({ view }: { readonly view: PaymentMethodsView }) {
  const { now, zone } = useShell();
  const [connecting, setConnecting] = useState(false);
  const [leaving, setLeaving] = useState<AccountLine | null>(null);
  const missing = uncovered(view);
  const used = view.accounts.filter(({ disconnected, holds, kept }) => !disconnected || holds !== 0 || kept > 0);
  return (
    <div>
      <ul className={styles.accounts}>
        {used.map((account) => {
          const state = accountState(account, now, zone);
          return (
            <li key={account.id} data-tone={state.tone}>
              <div>
                <b>{account.name}</b> <span className={styles.mode}>{account.mode}</span>{' '}
                <span className={styles.mode}>{account.currency}</span>
                {view.ways.online === account.id && ' '}
                {view.ways.online === account.id && <span className={styles.mode}>default</span>}
                <p>
                  {wayOf[account.way]}; {state.words}
                </p>
              </div>
              {!account.disconnected && (
                <Button
                  variant="default"
                  size="compact-sm"
                  aria-label={`Disconnect ${account.name}, ${account.currency}`}
                  onClick={() => setLeaving(account)}
                >
                  Disconnect
                </Button>
              )}
            </li>
          );
        })}
        {used.length === 0 && <li>No account is connected: clients cannot pay online.</li>}
      </ul>
      {missing.length > 0 && (
        <p className={styles.mismatch} role="status">
          Services are sold in {missing.join(' and ')}, and no account takes that online.
        </p>
      )}
      <Button variant="default" onClick={() => setConnecting(true)}>
        Connect an account
      </Button>
      {connecting && <ConnectForm view={view} close={() => setConnecting(false)} />}
      {leaving && <Leave account={leaving} close={() => setLeaving(null)} />}
    </div>
  );
}

const many = (count: number, one: string, more: string): string => `${count} ${count === 1 ? one : more}`;

function Leave({ account, close }: { readonly account: AccountLine; readonly close: () => void }) {
  const leave = useRoute(disconnect);
  const { name, holds, kept } = account;
  const go = async (): Promise<void> => {
    if (await leave.attempt({ accountId: account.id })) close();
  };
  const hangs = [
    ...(holds === null ? ['holds may be in force (its processor does not answer now)'] : []),
    ...(holds ? [many(holds, 'hold is in force', 'holds are in force')] : []),
    ...(kept > 0 ? [many(kept, 'card or account is kept', 'cards and accounts are kept')] : []),
  ];
  return (
    <Modal opened onClose={close} title={`Disconnect ${name}?`} centered>
      <Stack>
        <p style={{ margin: 0 }}>
          No new payment of a client goes through it.{' '}
          {hangs.length > 0 && `${hangs.join(' and ')} there: those are still captured, charged and given back. `}
          You can connect it again at any time.
        </p>
        <Problem problem={leave.problem} currency={account.currency} />
        <DialogButtons>
          <Button variant="default" onClick={close} data-autofocus>
            Keep it
          </Button>
          <Button color="red" loading={leave.busy} onClick={() => void go()}>
            Disconnect
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}
