import { savePage } from '#contracts/routes/settings';
import { SavePage } from '#contracts/settings/business';
import { formatAmount } from '#core/money/formatMoney';
import { zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import type { AskedPhone, PageSettings } from '#core/catalogue/pageSettings';
import { faultsOf } from '#islands/parts/contractForm';
import { Problem } from '#islands/parts/Problem';
import { useSetting } from '#islands/parts/useSetting';
import { Button, Group, NativeSelect, Stack, Switch, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';

type Typed = {
  readonly note: string;
  readonly phone: AskedPhone;
  readonly sells: boolean;
  readonly least: string;
  readonly most: string;
  readonly months: string;
  readonly expired: 'owed' | 'income';
};

const phones: readonly (readonly [AskedPhone, string])[] = [
  ['off', 'is not asked for'],
  ['wished', 'is asked for, and can be left out'],
  ['needed', 'is asked for, and needed'],
];

/** What the booking page says above the services, asks of clients, and sells besides. */
export function PageForm({ given, currency }: { readonly given: PageSettings; readonly currency: string }) {
  const initial: Typed = {
    note: given.note,
    phone: given.phone,
    sells: given.vouchers !== null,
    least: given.vouchers ? formatAmount(given.vouchers.least, currency) : '',
    most: given.vouchers ? formatAmount(given.vouchers.most, currency) : '',
    months: given.vouchers?.months ? String(given.vouchers.months) : '',
    expired: given.expired ?? 'owed',
  };
  const sends = ({ note, phone, sells, least, most, months, expired }: Typed) => ({
    expired,
    note,
    phone,
    vouchers: sells
      ? {
          least: parseAmount(least, currency) ?? zero,
          most: parseAmount(most, currency) ?? zero,
          months: months.trim() === '' ? null : Number(months),
        }
      : null,
  });
  const { value, set, keep, busy, problem } = useSetting(savePage, initial, sends);
  const [asked, setAsked] = useState(false);
  const faults = faultsOf(SavePage, sends(value), {}, {});
  const error = (path: string): string | null => (asked ? (faults[path] ?? null) : null);
  const save = (): void => {
    setAsked(true);
    if (Object.keys(faults).length === 0) void keep('Kept. Clients see it from now on.');
  };
  return (
    <Stack mt="xl" maw={560} gap="md" component="section" aria-label="On the booking page">
      <Textarea
        label="A note above what can be booked"
        autosize
        minRows={2}
        maxLength={2000}
        value={value.note}
        error={error('note')}
        onChange={(event) => set({ ...value, note: event.currentTarget.value })}
      />
      <NativeSelect
        label="A telephone number"
        value={value.phone}
        data={phones.map(([phone, label]) => ({ value: phone, label }))}
        onChange={(event) => set({ ...value, phone: event.currentTarget.value as AskedPhone })}
      />
      <Switch
        label="Clients can buy gift vouchers there"
        description="Paid by card; each is sent by message on the day that its buyer chose"
        checked={value.sells}
        onChange={(event) => set({ ...value, sells: event.currentTarget.checked })}
      />
      {value.sells && (
        <Group grow align="flex-start">
          <TextInput
            label={`From, ${currency}`}
            inputMode="decimal"
            value={value.least}
            error={error('vouchers.least')}
            onChange={(event) => set({ ...value, least: event.currentTarget.value })}
          />
          <TextInput
            label={`Up to, ${currency}`}
            inputMode="decimal"
            value={value.most}
            error={error('vouchers.most')}
            onChange={(event) => set({ ...value, most: event.currentTarget.value })}
          />
          <TextInput
            label="Good for months"
            placeholder="without an end"
            inputMode="numeric"
            value={value.months}
            error={error('vouchers.months')}
            onChange={(event) => set({ ...value, months: event.currentTarget.value })}
          />
        </Group>
      )}
      <Switch
        label="What is left of an expired voucher is yours"
        description="Booked as income on that day, where the law lets you; off: it stays owed"
        checked={value.expired === 'income'}
        onChange={(event) => set({ ...value, expired: event.currentTarget.checked ? 'income' : 'owed' })}
      />
      <Problem problem={problem} currency={currency} />
      <Button w="fit-content" loading={busy} onClick={save}>
        Keep
      </Button>
    </Stack>
  );
}
