import { SaveClient } from '#contracts/clients/clients';
import type { ClientWhole } from '#contracts/clients/views';
import { saveClient } from '#contracts/routes/clients';
import type { BillData } from '#core/invoices/party';
import { BillFields } from '#islands/clients/BillFields';
import { fieldMessage } from '#islands/format/problemSentence';
import { faultsOf } from '#islands/parts/contractForm';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { Problem } from '#islands/parts/Problem';
import { undoableSave } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Group, Modal, Stack, TextInput } from '@mantine/core';
import { type SubmitEvent, useState } from 'react';

type Typed = Pick<ClientWhole, 'name' | 'phone' | 'bill'>;

/** What is known of a client for documents; what was issued already stays as it was. */
export function ClientForm({ client, close }: { readonly client: ClientWhole; readonly close: () => void }) {
  const { business } = useShell();
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
          <BillFields bill={typed.bill} set={bills} error={error} />
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
