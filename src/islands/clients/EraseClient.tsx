import type { ClientWhole, StillOpen } from '#contracts/clients/views';
import { eraseClient } from '#contracts/routes/clients';
import { fieldMessage } from '#islands/format/problemSentence';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Modal, Stack, TextInput } from '@mantine/core';
import { type SubmitEvent, useState } from 'react';
import styles from './Clients.module.css';

const pathOf: Record<StillOpen['what'], string> = {
  booking: '/bookings/',
  quote: '/quotes/',
  request: '/credit#',
  credit: '/credit',
};

const nameOf = ({ what, number }: StillOpen): string => {
  if (what === 'credit') return 'the credit that they have';
  return `${what === 'request' ? 'payment request' : what} ${number}`;
};

type Props = { readonly client: ClientWhole; readonly close: () => void };

/** Everything that says who a person is goes, for ever; with whom something is open, that is named instead. */
export function EraseClient({ client, close }: Props) {
  return (
    <Modal opened onClose={close} title={`Erase ${client.name}`} size="lg" centered>
      {client.open.length > 0 ? <Open client={client} close={close} /> : <Erase client={client} close={close} />}
    </Modal>
  );
}

const Open = ({ client, close }: Props) => (
  <Stack gap="sm">
    <p>Before {client.name} can be erased, this is to be settled, cancelled or withdrawn:</p>
    <ul className={styles.open}>
      {client.open.map((each) => (
        <li key={`${each.what} ${each.number}`}>
          <a href={`${pathOf[each.what]}${each.number}`}>{nameOf(each)}</a>
        </li>
      ))}
    </ul>
    <DialogButtons>
      <Button variant="default" data-autofocus onClick={close}>
        Close
      </Button>
    </DialogButtons>
  </Stack>
);

function Erase({ client, close }: Props) {
  const { business } = useShell();
  const action = useRoute(eraseClient);
  const [name, setName] = useState('');
  const erase = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (await action.run({ clientId: client.id, name })) close();
  };
  return (
    <form noValidate onSubmit={(event) => void erase(event)}>
      <Stack gap="sm">
        <dl className={styles.going}>
          <dt>Goes</dt>
          <dd>
            Name, addresses and telephone; what they and you wrote to each other; what they filled in and signed;
            pictures; cards kept on file; their links and devices.
          </dd>
          <dt>Stays</dt>
          <dd>
            What was agreed, paid, held and given back, and invoices as they were issued, with the name and address on
            them: the law wants them kept.
          </dd>
          <dt>Mind</dt>
          <dd>
            If their bank asks about a payment later, there is nothing left to show. Backups that are restored leave
            them erased, as long as the list beside the backups is there.
          </dd>
        </dl>
        <TextInput
          label="To be sure that it is them, write their name"
          description={client.name}
          data-autofocus
          autoComplete="off"
          value={name}
          error={fieldMessage(action.problem, 'name', business.currency)}
          onChange={(event) => {
            action.clear();
            setName(event.currentTarget.value);
          }}
        />
        <Problem problem={action.problem?.path ? null : action.problem} currency={business.currency} />
        <DialogButtons final>
          <Button variant="default" onClick={close}>
            Cancel
          </Button>
          <Button type="submit" color="red" loading={action.busy} disabled={name.trim() !== client.name.trim()}>
            Erase for ever
          </Button>
        </DialogButtons>
      </Stack>
    </form>
  );
}
