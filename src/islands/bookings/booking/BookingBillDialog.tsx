import { SaveBookingBill } from '#contracts/clients/clients';
import { saveBookingBill } from '#contracts/routes/clients';
import type { BookingView } from '#contracts/bookings/views';
import { BillFields } from '#islands/clients/BillFields';
import { fieldMessage } from '#islands/format/problemSentence';
import { faultsOf } from '#islands/parts/contractForm';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { Problem } from '#islands/parts/Problem';
import { undoableSave } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, Stack } from '@mantine/core';
import { type SubmitEvent, useState } from 'react';

/** For whom the documents of this one booking are; what was issued already stays as it was. */
export function BookingBillDialog({ view, close }: { readonly view: BookingView; readonly close: () => void }) {
  const { own, data } = view.documents.bill;
  const { currency } = view.agreed;
  const action = useRoute(saveBookingBill);
  const [bill, setBill] = useState(data);
  const [asked, setAsked] = useState(false);
  const sent = { bookingId: view.id, bill };
  const faults = faultsOf(SaveBookingBill, sent, {}, {});
  const error = (path: string): string | null =>
    (asked ? faults[path] : undefined) ?? fieldMessage(action.problem, path, currency);
  const keep = async (kept: typeof bill | null): Promise<void> => {
    if (!(await action.attempt({ bookingId: view.id, bill: kept }))) return;
    const before = { bookingId: view.id, bill: own ? data : null };
    undoableSave(`bill of ${view.number}`, `Kept for ${view.number}.`, () => action.tryIt(before));
    close();
  };
  const submit = (event: SubmitEvent): void => {
    event.preventDefault();
    setAsked(true);
    if (Object.keys(faults).length === 0) void keep(bill);
  };
  return (
    <Modal opened onClose={close} title={`For whom invoices of ${view.number} are`} size="lg" centered>
      <form noValidate onSubmit={submit}>
        <Stack gap="sm">
          <BillFields bill={bill} set={(part) => setBill((now) => ({ ...now, ...part }))} error={error} />
          <Problem problem={action.problem?.path ? null : action.problem} currency={currency} />
          <DialogButtons>
            {own && (
              <Button variant="default" onClick={() => void keep(null)}>
                As the client has it
              </Button>
            )}
            <Button variant="default" onClick={close}>
              Cancel
            </Button>
            <Button type="submit" loading={action.busy}>
              Keep for this booking
            </Button>
          </DialogButtons>
        </Stack>
      </form>
    </Modal>
  );
}
