import { SaveDocuments } from '#contracts/invoices/documents';
import type { DocumentSettingsView } from '#contracts/invoices/views';
import { saveDocuments } from '#contracts/routes/invoices';
import type { DocumentSettings } from '#core/invoices/settings';
import type { SellerData } from '#core/invoices/party';
import { DayField } from '#islands/parts/DayField';
import { fieldMessage } from '#islands/format/problemSentence';
import { faultsOf } from '#islands/parts/contractForm';
import { Problem } from '#islands/parts/Problem';
import { useSetting } from '#islands/parts/useSetting';
import { useShell } from '#islands/shell/useShell';
import { Button, Checkbox, Group, NativeSelect, Stack, Switch, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import styles from '../settings/SetUp.module.css';

type Typed = Pick<DocumentSettingsView, 'seller'> & {
  readonly settings: Omit<DocumentSettings, 'from' | 'dueDays' | 'remindDays'> & {
    readonly from: string | null;
    readonly dueDays: string;
    readonly remindDays: string;
  };
};

const sent = ({ settings, seller }: Typed) => ({
  settings: {
    ...settings,
    dueDays: Number(settings.dueDays.trim() || NaN),
    remindDays: settings.remindDays
      .split(/[\s,;]+/)
      .filter(Boolean)
      .map(Number)
      .sort((a, b) => a - b),
  },
  seller,
});

/** What invoices say of the business, and which are issued by themselves. */
export function DocumentsForm({ given }: { readonly given: DocumentSettingsView }) {
  const { today, business } = useShell();
  const initial: Typed = {
    seller: given.seller,
    settings: {
      ...given.settings,
      dueDays: String(given.settings.dueDays),
      remindDays: given.settings.remindDays.join(', '),
    },
  };
  const { value, set, keep, busy, problem } = useSetting(saveDocuments, initial, sent);
  const [asked, setAsked] = useState(false);
  const faults = faultsOf<Record<string, string>>(
    SaveDocuments,
    sent(value),
    {},
    { 'settings.dueDays': 'whole days, up to 365' },
  );
  const error = (path: string): string | null =>
    (asked ? faults[path] : undefined) ?? fieldMessage(problem, path, business.currency);
  const remindFault =
    asked && Object.keys(faults).some((path) => path.startsWith('settings.remindDays'))
      ? 'whole days from 1 to 365, at most six'
      : null;
  const { settings, seller } = value;
  const setting = (part: Partial<Typed['settings']>): void => set({ ...value, settings: { ...settings, ...part } });
  const sells = (part: Partial<SellerData>): void => set({ ...value, seller: { ...seller, ...part } });
  const text = (name: keyof SellerData, label: string, more: object = {}) => (
    <TextInput
      label={label}
      value={seller[name] ?? ''}
      error={error(`seller.${name}`)}
      onChange={(event) => sells({ [name]: event.currentTarget.value })}
      {...more}
    />
  );
  const save = (): void => {
    setAsked(true);
    if (Object.keys(faults).length === 0) void keep();
  };
  return (
    <section aria-label="Invoices">
      <Stack gap="lg">
        <div>
          <h2>What they say of you</h2>
          <Stack gap="sm" maw={560}>
            {text('legalName', 'Name in law', { placeholder: business.name })}
            {text('street', 'Street and number')}
            <Group grow align="flex-start">
              {text('postcode', 'Postcode')}
              {text('city', 'Place')}
            </Group>
            {given.country === '' && (
              <p className={styles.lead}>
                Your country is not said yet: <a href="/set-up/business">The business</a>
              </p>
            )}
            <Group grow align="flex-start">
              {text('taxNumber', 'Tax number', { placeholder: 'with its country, such as PT501442600' })}
              {text('registration', 'Register number')}
            </Group>
            <Group grow align="flex-start">
              {text('iban', 'IBAN for transfers')}
              {text('bic', 'BIC')}
            </Group>
            {text('creditorId', 'Creditor identifier, for bank debits')}
          </Stack>
        </div>
        <div>
          <h2>Which are issued</h2>
          <Stack gap="sm" maw={560}>
            <Switch
              label="Issue documents by themselves"
              description="What happened before the day is not invoiced; you can still do it by hand."
              checked={settings.from !== null}
              onChange={(event) => setting({ from: event.currentTarget.checked ? today : null })}
            />
            {settings.from !== null && (
              <>
                <DayField
                  label="From this day on"
                  value={settings.from}
                  error={error('settings.from')}
                  onChange={(from) => setting({ from })}
                />
                <NativeSelect
                  label="Money that comes before the service"
                  value={settings.onAccount}
                  onChange={(event) =>
                    setting({ onAccount: event.currentTarget.value as Typed['settings']['onAccount'] })
                  }
                  data={[
                    { value: 'none', label: 'is not invoiced before the service' },
                    { value: 'receipt', label: 'is invoiced on account with each receipt' },
                    { value: 'request', label: 'is invoiced on account as it is asked for' },
                  ]}
                />
                <Checkbox
                  label="A final invoice as soon as the service was delivered"
                  checked={settings.final}
                  onChange={(event) => setting({ final: event.currentTarget.checked })}
                />
              </>
            )}
            <Checkbox
              label="Sent to the client as it is issued"
              checked={settings.send}
              onChange={(event) => setting({ send: event.currentTarget.checked })}
            />
            <Checkbox
              label="None to a client without an address"
              checked={settings.addressNeeded}
              onChange={(event) => setting({ addressNeeded: event.currentTarget.checked })}
            />
            <Group grow align="flex-start">
              <TextInput
                label="To be paid within, days"
                inputMode="numeric"
                value={settings.dueDays}
                error={error('settings.dueDays')}
                onChange={(event) => setting({ dueDays: event.currentTarget.value })}
              />
              <TextInput
                label="Invoices begin with"
                value={settings.prefixes.invoice}
                error={error('settings.prefixes.invoice')}
                onChange={(event) =>
                  setting({ prefixes: { ...settings.prefixes, invoice: event.currentTarget.value } })
                }
              />
              <TextInput
                label="Credit notes begin with"
                value={settings.prefixes.credit}
                error={error('settings.prefixes.credit')}
                onChange={(event) => setting({ prefixes: { ...settings.prefixes, credit: event.currentTarget.value } })}
              />
            </Group>
            <TextInput
              label="Requests that are still open are asked for again"
              description="So many days after their day, such as 3, 10, 21; empty: never"
              value={settings.remindDays}
              error={remindFault}
              onChange={(event) => setting({ remindDays: event.currentTarget.value })}
            />
            <Textarea
              label="Last lines of each document"
              autosize
              minRows={2}
              value={settings.note}
              error={error('settings.note')}
              onChange={(event) => setting({ note: event.currentTarget.value })}
            />
          </Stack>
        </div>
        <Problem problem={problem?.path ? null : problem} currency={business.currency} />
        <Button w="fit-content" loading={busy} onClick={save}>
          Keep
        </Button>
      </Stack>
    </section>
  );
}
