import type { SentTo } from '#contracts/routes/route';
import { sellVoucher } from '#contracts/routes/credit/sellVoucher';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import { parseAmount } from '#core/money/parseAmount';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, CopyButton, Group, Modal, NativeSelect, Stack, TextInput } from '@mantine/core';
import { useState } from 'react';
import styles from './Credit.module.css';

const ways = { cash: 'in cash', transfer: 'by transfer', cheque: 'by cheque' } as const;

type Typed = {
  readonly buyer: string;
  readonly sum: string;
  readonly method: SentTo<typeof sellVoucher>['method'];
  readonly until: string;
};

/** A gift voucher that was paid at the counter. Its code is told once: afterwards nobody can read it, nor we. */
export function VoucherForm({ close }: { readonly close: () => void }) {
  const { business, zone } = useShell();
  const { currency } = business;
  const [typed, setTyped] = useState<Typed>({ buyer: '', sum: '', method: 'cash', until: '' });
  const [asked, setAsked] = useState(false);
  const action = useRoute(sellVoucher);
  const [code, setCode] = useState<string | null>(null);
  const set = (part: Partial<typeof typed>): void => {
    action.clear();
    setTyped({ ...typed, ...part });
  };
  const amount = parseAmount(typed.sum, currency);
  const error = (path: string) => fieldMessage(action.problem, path, currency);
  const sell = async (): Promise<void> => {
    setAsked(true);
    if (!amount) return;
    const expiresAt = typed.until ? instantOfWall(`${typed.until}T23:59` as WallTime, zone) : null;
    const { buyer, method } = typed;
    const sold = await action.run({ requestKey: action.requestKey(), amount, currency, method, buyer, expiresAt });
    if (sold) setCode(sold.code ?? `… ${sold.ending}`);
  };
  if (code)
    return (
      <Modal opened onClose={close} title="The voucher is sold">
        <p>Write this code down for {typed.buyer}. It is not shown again.</p>
        <p className={styles.code}>{code}</p>
        <Group>
          <CopyButton value={code}>
            {({ copied, copy }) => <Button onClick={copy}>{copied ? 'Copied' : 'Copy the code'}</Button>}
          </CopyButton>
          <Button variant="default" onClick={close}>
            I have it
          </Button>
        </Group>
      </Modal>
    );
  return (
    <Modal opened onClose={close} title="Sell a gift voucher">
      <Stack gap="sm">
        <TextInput
          label="Bought by"
          value={typed.buyer}
          error={error('buyer')}
          onChange={(event) => set({ buyer: event.currentTarget.value })}
          data-autofocus
        />
        <Group grow align="flex-start">
          <TextInput
            label={`Worth, ${currency}`}
            inputMode="decimal"
            value={typed.sum}
            error={asked && !amount ? 'a sum above zero' : error('amount')}
            onChange={(event) => set({ sum: event.currentTarget.value })}
          />
          <NativeSelect
            label="Paid"
            value={typed.method}
            data={Object.entries(ways).map(([value, label]) => ({ value, label }))}
            onChange={(event) => set({ method: event.currentTarget.value as Typed['method'] })}
          />
        </Group>
        <TextInput
          label="Good until"
          type="date"
          description="Empty: without an end"
          value={typed.until}
          onChange={(event) => set({ until: event.currentTarget.value })}
        />
        <Problem problem={action.problem?.path ? null : action.problem} currency={currency} />
        <Group justify="flex-end">
          <Button loading={action.busy} onClick={() => void sell()}>
            Sell it
          </Button>
        </Group>
      </Stack>
    </Modal>
  );
}
