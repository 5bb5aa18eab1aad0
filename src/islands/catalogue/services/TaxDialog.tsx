import { DialogButtons } from '#islands/parts/DialogButtons';
import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import { saveTaxes } from '#contracts/routes/catalogue';
import type { TaxLine } from '#contracts/catalogue/serviceViews';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { undoableSave } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Group, Modal, NativeSelect, Stack, TextInput } from '@mantine/core';
import { useState } from 'react';

type Props = { readonly taxes: readonly TaxLine[]; readonly currency: string; readonly close: () => void };
type Row = Pick<TaxLine, 'category' | 'reason'> & { code: string; label: string; rate: string };

const categories = [
  { value: 'S', label: 'charged' },
  { value: 'Z', label: 'charged at nothing' },
  { value: 'E', label: 'exempt' },
  { value: 'AE', label: 'paid by the client' },
];

/** The taxes that services carry. A changed rate counts for new bookings; what is booked keeps its own. */
export function TaxDialog({ taxes, currency, close }: Props) {
  const [rows, setRows] = useState<readonly Row[]>(taxes.map((tax) => ({ ...tax })));
  const action = useRoute(saveTaxes);
  const set = (index: number, part: Partial<Row>): void => {
    action.clear();
    rowsOf(rows, setRows).change(index, part);
  };
  const error = (index: number, field: keyof Row): string | undefined =>
    fieldMessage(action.problem, `taxes.${index}.${field}`, currency) ?? undefined;
  const save = async (): Promise<void> => {
    if (!(await action.run({ taxes: rows }))) return;
    undoableSave('taxes', 'The taxes are kept.', () => action.tryIt({ taxes: taxes.map((tax) => ({ ...tax })) }));
    close();
  };
  return (
    <Modal opened onClose={close} title="Taxes" size={880} centered>
      <Stack>
        {rows.map((row, index) => (
          <Group key={index} align="flex-start" wrap="nowrap" gap={8}>
            <TextInput
              w={120}
              label={index === 0 ? 'Code' : undefined}
              aria-label="Code"
              value={row.code}
              error={error(index, 'code')}
              onChange={(event) => set(index, { code: event.currentTarget.value })}
            />
            <TextInput
              flex={1}
              label={index === 0 ? 'As the client reads it' : undefined}
              aria-label="As the client reads it"
              value={row.label}
              error={error(index, 'label')}
              onChange={(event) => set(index, { label: event.currentTarget.value })}
            />
            <TextInput
              w={110}
              label={index === 0 ? 'Percent' : undefined}
              aria-label="Percent"
              inputMode="decimal"
              value={row.rate}
              error={error(index, 'rate')}
              onChange={(event) => set(index, { rate: event.currentTarget.value })}
            />
            <NativeSelect
              w={170}
              label={index === 0 ? 'On invoices' : undefined}
              aria-label="On invoices"
              value={row.category}
              onChange={(event) => {
                const category = event.currentTarget.value as TaxLine['category'];
                set(index, { category, ...(category === 'S' ? { reason: '' } : { rate: '0' }) });
              }}
              data={categories}
            />
            {row.category === 'E' && (
              <TextInput
                w={170}
                label={index === 0 ? 'Reason, as a code' : undefined}
                aria-label="Reason, as a code"
                placeholder="VATEX-EU-132"
                value={row.reason}
                error={error(index, 'reason')}
                onChange={(event) => set(index, { reason: event.currentTarget.value })}
              />
            )}
            <RemoveRow name={row.label} mt={index === 0 ? 25 : 0} onClick={() => rowsOf(rows, setRows).remove(index)} />
          </Group>
        ))}
        <AddRow onClick={() => rowsOf(rows, setRows).add({ code: '', label: '', rate: '', category: 'S', reason: '' })}>
          Add a tax
        </AddRow>
        <p style={{ margin: 0 }}>
          A changed rate counts for new bookings; what is booked keeps the rate it was agreed with.
        </p>
        {action.problem && !action.problem.issues && <Problem problem={action.problem} currency={currency} />}
        <DialogButtons>
          <Button variant="default" onClick={close}>
            Cancel
          </Button>
          <Button loading={action.busy} onClick={() => void save()}>
            Save
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}
