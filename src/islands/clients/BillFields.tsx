import type { BillData } from '#core/invoices/party';
import { countryChoices } from '#islands/format/countries';
import { useShell } from '#islands/shell/useShell';
import { Checkbox, Group, NativeSelect, TextInput } from '@mantine/core';

const nobody = { name: '', email: '' };

type Props = {
  readonly bill: BillData;
  readonly set: (part: Partial<BillData>) => void;
  /** What is wrong with a field, by its path in what is sent. */
  readonly error: (path: string) => string | null;
};

/** For whom documents are: company, address, tax number, who gets bills and who pays. */
export function BillFields({ bill, set, error }: Props) {
  const { today } = useShell();
  const text = (field: 'company' | 'street' | 'postcode' | 'city', label: string) => (
    <TextInput
      label={label}
      value={bill[field]}
      error={error(`bill.${field}`)}
      onChange={(event) => set({ [field]: event.currentTarget.value })}
    />
  );
  const person = (field: 'billTo' | 'payer', label: string) => {
    const who = bill[field];
    return (
      <>
        <Checkbox
          label={label}
          checked={who !== null}
          onChange={(event) => set({ [field]: event.currentTarget.checked ? nobody : null })}
        />
        {who && (
          <Group grow align="flex-start">
            <TextInput
              label="Name"
              value={who.name}
              error={error(`bill.${field}.name`)}
              onChange={(event) => set({ [field]: { ...who, name: event.currentTarget.value } })}
            />
            <TextInput
              label="E-mail address"
              type="email"
              value={who.email}
              error={error(`bill.${field}.email`)}
              onChange={(event) => set({ [field]: { ...who, email: event.currentTarget.value } })}
            />
          </Group>
        )}
      </>
    );
  };
  return (
    <>
      {text('company', 'Company')}
      {text('street', 'Street and number')}
      <Group grow align="flex-start">
        {text('postcode', 'Postcode')}
        {text('city', 'Place')}
        <NativeSelect
          label="Country"
          value={bill.country}
          error={error('bill.country')}
          onChange={(event) => set({ country: event.currentTarget.value })}
          data={countryChoices}
        />
      </Group>
      <TextInput
        label="Tax number"
        placeholder="with its country, such as PT501442600"
        value={bill.taxNumber}
        error={error('bill.taxNumber')}
        onChange={(event) => set({ taxNumber: event.currentTarget.value, taxChecked: null })}
      />
      <Checkbox
        label="I have looked it up, and it is theirs"
        description="Its form alone is checked here. An invoice on which the client pays the tax needs this."
        checked={bill.taxChecked !== null}
        disabled={bill.taxNumber.trim() === ''}
        error={error('bill.taxChecked')}
        onChange={(event) => set({ taxChecked: event.currentTarget.checked ? today : null })}
      />
      {person('billTo', 'Somebody else gets the bills')}
      {person('payer', 'Somebody else pays')}
    </>
  );
}
