import { DialogButtons } from '#islands/parts/DialogButtons';
import type { SentTo } from '#contracts/routes/route';
import { SaveAccountLimit } from '#contracts/paymentMethods/paymentMethods';
import { saveAccountLimit } from '#contracts/routes/credit';
import type { CreditView } from '#contracts/credit/views';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { useContractForm } from '#islands/parts/contractForm';
import { useKnownClients } from '#islands/parts/useKnownClients';
import { Problem } from '#islands/parts/Problem';
import { undoableSave } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Autocomplete, Button, Modal, Stack, TextInput } from '@mantine/core';
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

type Typed = { name: string; limit: string };

function LimitForm({ given, known, close }: FormProps) {
  const { business } = useShell();
  const { currency } = business;
  const save = useRoute(saveAccountLimit);
  const [typed, setTyped] = useState('');
  const clients = useKnownClients(known, typed);
  const sends = ({ name, limit }: Typed): SentTo<typeof saveAccountLimit> => ({
    clientId: given?.id ?? clients.find((client) => client.name === name)?.id ?? '',
    limit: limit.trim() === '' ? null : (parseAmount(limit, currency) ?? (NaN as Minor)),
  });
  const form = useContractForm({
    contract: SaveAccountLimit,
    initial: {
      name: given?.name ?? '',
      limit: given === null || given.limit === null ? '' : formatAmount(given.limit, currency),
    },
    sends,
    fields: { clientId: 'name' },
    says: { limit: 'a sum, such as 800.00, or nothing' },
  });
  const named = form.getInputProps('name');
  const keep = async (typed: Typed): Promise<void> => {
    const sent = sends(typed);
    if (!(await save.attempt(sent))) return;
    if (given) {
      const before = { clientId: given.id, limit: given.limit };
      undoableSave(`limit ${given.id}`, 'The limit is kept.', () => save.tryIt(before));
    }
    close();
  };
  return (
    <Modal opened onClose={close} title="Limit of a house account" centered>
      <form onSubmit={form.onSubmit((typed) => void keep(typed))} noValidate>
        <Stack gap="sm">
          <Autocomplete
            label="Client"
            openOnFocus={false}
            data={[...new Set(clients.map((client) => client.name))]}
            disabled={given !== null}
            {...named}
            onChange={(name) => {
              setTyped(name);
              named.onChange(name);
            }}
            data-autofocus
          />
          <TextInput
            label={`May stand open at a time, ${currency}`}
            description="Empty: no limit; each booking on account is your own decision"
            inputMode="decimal"
            {...form.getInputProps('limit')}
          />
          <Problem problem={save.problem} currency={currency} />
          <DialogButtons>
            <Button variant="default" onClick={close}>
              Not now
            </Button>
            <Button type="submit" loading={save.busy}>
              Keep
            </Button>
          </DialogButtons>
        </Stack>
      </form>
    </Modal>
  );
}
