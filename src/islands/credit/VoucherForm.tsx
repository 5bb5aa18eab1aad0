import { DialogButtons } from '#islands/parts/DialogButtons';
import { DayField } from '#islands/parts/DayField';
import type { SentTo } from '#contracts/routes/route';
import { sellVoucher } from '#contracts/routes/credit';
import { endOfTyped } from '#islands/credit/endOfTyped';
import { SellVoucher } from '#contracts/credit/credit';
import type { CreditView } from '#contracts/credit/views';
import { zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { useContractForm } from '#islands/parts/contractForm';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, CopyButton, Group, Modal, NativeSelect, Stack, TextInput } from '@mantine/core';
import { useState } from 'react';
import styles from './Credit.module.css';

const ways = { cash: 'in cash', transfer: 'by transfer', cheque: 'by cheque' } as const;

type Method = SentTo<typeof sellVoucher>['method'];

const initial = { buyer: '', sum: '', method: 'cash', until: '', serviceId: '' };
type Typed = typeof initial;

/** A gift voucher that was paid at the counter. Its code is told once: afterwards nobody can read it, nor we. */
type Props = { readonly ofOneTax: CreditView['ofOneTax']; readonly close: () => void };

export function VoucherForm({ ofOneTax, close }: Props) {
  const { business, zone } = useShell();
  const { currency } = business;
  const action = useRoute(sellVoucher);
  const [code, setCode] = useState<string | null>(null);
  const sends = ({ buyer, sum, method, until, serviceId }: Typed): SentTo<typeof sellVoucher> => ({
    requestKey: action.requestKey(),
    amount: parseAmount(sum, currency) ?? zero,
    currency,
    method: method as Method,
    buyer,
    expiresAt: endOfTyped(until, zone),
    serviceId: serviceId === '' ? null : serviceId,
  });
  const form = useContractForm({
    contract: SellVoucher,
    initial,
    sends,
    fields: { amount: 'sum', expiresAt: 'until' },
  });
  const sell = async (typed: Typed): Promise<void> => {
    const sold = await action.run(sends(typed));
    if (sold) setCode(sold.code ?? `… ${sold.ending}`);
  };
  if (code)
    return (
      <Modal opened onClose={close} title="The voucher is sold">
        <p>Write this code down for {form.values.buyer}. It is not shown again.</p>
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
      <form onSubmit={form.onSubmit((typed) => void sell(typed))} noValidate>
        <Stack gap="sm">
          <TextInput label="Bought by" maxLength={120} {...form.getInputProps('buyer')} data-autofocus />
          <Group grow align="flex-start">
            <TextInput label={`Worth, ${currency}`} inputMode="decimal" {...form.getInputProps('sum')} />
            <NativeSelect
              label="Paid"
              data={Object.entries(ways).map(([value, label]) => ({ value, label }))}
              {...form.getInputProps('method')}
            />
          </Group>
          <NativeSelect
            label="Good for"
            description={
              form.values.serviceId === ''
                ? 'Its tax is owed with what it is used on'
                : 'Its tax is owed now, and none when it is used'
            }
            data={[
              { value: '', label: 'anything' },
              ...ofOneTax.map(({ id, name }) => ({ value: id, label: `${name} alone` })),
            ]}
            {...form.getInputProps('serviceId')}
          />
          <DayField
            label="Good until"
            description="Empty: without an end"
            {...form.getInputProps('until')}
            value={form.values.until}
            onChange={(until) => form.setFieldValue('until', until)}
          />
          <Problem problem={action.problem} currency={currency} />
          <DialogButtons>
            <Button type="submit" loading={action.busy}>
              Sell it
            </Button>
          </DialogButtons>
        </Stack>
      </form>
    </Modal>
  );
}
