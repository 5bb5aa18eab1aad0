import { saveAccountLimit } from '#contracts/routes/credit/saveAccountLimit';
import type { CreditView } from '#contracts/creditViews';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { parseAmount } from '#core/money/parseAmount';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Autocomplete, Button, Group, Modal, Stack, TextInput } from '@mantine/core';
import { useState } from 'react';
import styles from './Credit.module.css';

type Props = Pick<CreditView, 'accounts' | 'known'>;

/** Who pays after the service, what stands open, and how much may. */
export function HouseAccounts({ accounts, known }: Props) {
  const [editing, setEditing] = useState<CreditView['accounts'][number] | 'new' | null>(null);
  return (
    <section aria-label="House accounts">
      <h2>House accounts</h2>
      {accounts.length === 0 && <p className={styles.none}>Nobody pays on account.</p>}
      <table className={styles.table}>
        <tbody>
          {accounts.map((account) => (
            <tr key={account.id}>
              <th scope="row">
                <button type="button" className={styles.plain} onClick={() => setEditing(account)}>
                  {account.name}
                </button>
              </th>
              <td className="num">
                {formatMoney(account.open, account.currency)}
                <span>
                  {account.limit === null ? 'no limit' : `of ${formatMoney(account.limit, account.currency)}`}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button variant="default" size="compact-sm" onClick={() => setEditing('new')}>
        Set a limit
      </Button>
      {editing && <LimitForm given={editing === 'new' ? null : editing} known={known} close={() => setEditing(null)} />}
    </section>
  );
}

type FormProps = {
  readonly given: CreditView['accounts'][number] | null;
  readonly known: CreditView['known'];
  readonly close: () => void;
};

function LimitForm({ given, known, close }: FormProps) {
  const { business } = useShell();
  const { currency } = business;
  const [name, setName] = useState(given?.name ?? '');
  const [typed, setTyped] = useState(given === null || given.limit === null ? '' : formatAmount(given.limit, currency));
  const [asked, setAsked] = useState(false);
  const save = useRoute(saveAccountLimit);
  const id = given?.id ?? known.find((client) => client.name === name)?.id ?? null;
  const limit = typed.trim() === '' ? null : parseAmount(typed, currency);
  const wrong = typed.trim() !== '' && limit === null;
  const keep = async (): Promise<void> => {
    setAsked(true);
    if (id === null || wrong) return;
    if (await save.attempt({ clientId: id, limit })) close();
  };
  return (
    <Modal opened onClose={close} title="Limit of a house account" centered>
      <Stack gap="sm">
        <Autocomplete
          label="Client"
          data={[...new Set(known.map((client) => client.name))]}
          value={name}
          disabled={given !== null}
          error={asked && id === null ? 'a client that is there already' : undefined}
          onChange={setName}
          data-autofocus
        />
        <TextInput
          label={`May stand open at a time, ${currency}`}
          description="Empty: no limit; each booking on account is your own decision"
          inputMode="decimal"
          value={typed}
          error={wrong ? 'a sum, such as 800.00, or nothing' : undefined}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />
        <Problem problem={save.problem} currency={currency} />
        <Group justify="flex-end">
          <Button variant="default" onClick={close}>
            Not now
          </Button>
          <Button loading={save.busy} onClick={() => void keep()}>
            Keep
          </Button>
        </Group>
      </Stack>
    </Modal>
  );
}
