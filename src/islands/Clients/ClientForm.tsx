import { SaveClient } from '#contracts/clients';
import type { ClientWhole } from '#contracts/clientsViews';
import { saveClient } from '#contracts/routes/clients/saveClient';
import type { BillData } from '#core/documents/party';
import { countryChoices } from '#islands/format/countries';
import { fieldMessage } from '#islands/format/problemSentence';
import { faultsOf } from '#islands/parts/contractForm';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { Problem } from '#islands/parts/Problem';
import { undoableSave } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Checkbox, Group, Modal, NativeSelect, Stack, TextInput } from '@mantine/core';
import { type SubmitEvent, useState } from 'react';

type Typed = Pick<ClientWhole, 'name' | 'phone' | 'bill'>;
const nobody = { name: '', email: '' };

/** What is known of a client for documents; what was issued already stays as it was. */
export function ClientForm({ client, close }: { readonly client: ClientWhole; readonly close: () => void }) {
  const { today, business } = useShell();
  const action = useRoute(saveClient);
  const { name, phone, bill } = client;
  const before = { clientId: client.id, name, phone, bill };
  const [typed, setTyped] = useState<Typed>({ name, phone, bill });
  const [asked, setAsked] = useState(false);
  const sent = { clientId: client.id, ...typed };
  const faults = faultsOf(SaveClient, sent, {}, {});
  const error = (path: string): string | null =>
    (asked ? faults[path] : undefined) ?? fieldMessage(action.problem, path, business.currency);
  const set = (part: Partial<Typed>): void => {
    action.clear();
    setTyped((now) => ({ ...now, ...part }));
  };
  const bills = (part: Partial<BillData>): void => set({ bill: { ...typed.bill, ...part } });
  const save = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    setAsked(true);
    if (Object.keys(faults).length > 0 || !(await action.attempt(sent))) return;
    undoableSave(`client ${client.id}`, `${typed.name} is kept.`, () => action.tryIt(before));
    close();
  };
  const text = (field: 'company' | 'street' | 'postcode' | 'city', label: string) => (
    <TextInput
      label={label}
      value={typed.bill[field]}
      error={error(`bill.${field}`)}
      onChange={(event) => bills({ [field]: event.currentTarget.value })}
    />
  );
  const person = (field: 'billTo' | 'payer', label: string) => {
    const who = typed.bill[field];
    return (
      <>
        <Checkbox
          label={label}
          checked={who !== null}
          onChange={(event) => bills({ [field]: event.currentTarget.checked ? nobody : null })}
        />
        {who && (
          <Group grow align="flex-start">
            <TextInput
              label="Name"
              value={who.name}
              error={error(`bill.${field}.name`)}
              onChange={(event) => bills({ [field]: { ...who, name: event.currentTarget.value } })}
            />
            <TextInput
              label="E-mail address"
              type="email"
              value={who.email}
              error={error(`bill.${field}.email`)}
              onChange={(event) => bills({ [field]: { ...who, email: event.currentTarget.value } })}
            />
          </Group>
        )}
      </>
    );
  };
  return (
    <Modal opened onClose={close} title="What is known of this client" size="lg" centered>
      <form noValidate onSubmit={(event) => void save(event)}>
        <Stack gap="sm">
          <Group grow align="flex-start">
            <TextInput
              label="Name"
              data-autofocus
              value={typed.name}
              error={error('name')}
              onChange={(event) => set({ name: event.currentTarget.value })}
            />
            <TextInput
              label="Telephone"
              type="tel"
              value={typed.phone}
              error={error('phone')}
              onChange={(event) => set({ phone: event.currentTarget.value })}
            />
          </Group>
          {text('company', 'Company')}
          {text('street', 'Street and number')}
          <Group grow align="flex-start">
            {text('postcode', 'Postcode')}
            {text('city', 'Place')}
            <NativeSelect
              label="Country"
              value={typed.bill.country}
              error={error('bill.country')}
              onChange={(event) => bills({ country: event.currentTarget.value })}
              data={countryChoices}
            />
          </Group>
          <TextInput
            label="Tax number"
            placeholder="with its country, such as PT501442600"
            value={typed.bill.taxNumber}
            error={error('bill.taxNumber')}
            onChange={(event) => bills({ taxNumber: event.currentTarget.value, taxChecked: null })}
          />
          <Checkbox
            label="I have looked it up, and it is theirs"
            description="Its form alone is checked here. An invoice on which the client pays the tax needs this."
            checked={typed.bill.taxChecked !== null}
            disabled={typed.bill.taxNumber.trim() === ''}
            error={error('bill.taxChecked')}
            onChange={(event) => bills({ taxChecked: event.currentTarget.checked ? today : null })}
          />
          {person('billTo', 'Somebody else gets the bills')}
          {person('payer', 'Somebody else pays')}
          <Problem problem={action.problem?.path ? null : action.problem} currency={business.currency} />
          <DialogButtons>
            <Button variant="default" onClick={close}>
              Cancel
            </Button>
            <Button type="submit" loading={action.busy}>
              Keep
            </Button>
          </DialogButtons>
        </Stack>
      </form>
    </Modal>
  );
}
