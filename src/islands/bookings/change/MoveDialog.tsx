import { DialogButtons } from '#islands/parts/DialogButtons';
import { usualCurrency } from '#core/money/currency';
import { changeBooking, changeView } from '#contracts/routes/bookings';
import type { WallTime } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { movedDeal } from '#core/bookings/moved';
import { longWall } from '#core/wording/days';
import { read } from '#islands/api';
import { BeforeAfter } from '#islands/bookings/change/BeforeAfter';
import { previewOf } from '#islands/bookings/change/changeDraft';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Modal } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styles from './Change.module.css';

export type Move = { readonly number: string; readonly start: WallTime };
type Props = { readonly move: Move; readonly close: (moved: boolean) => void };

/** A booking that was dragged to another time: what that does to its money and its client, before anything is saved. */
export function MoveDialog({ move, close }: Props) {
  const { now, zone } = useShell();
  const today = localDate(now, zone);
  const [giveBack, setGiveBack] = useState(true);
  const action = useRoute(changeBooking);
  const { data: view, isError } = useQuery({
    queryKey: ['change', move.number],
    queryFn: () => read(changeView, { number: move.number }),
    staleTime: 0,
  });
  const deal = view ? movedDeal(view.deal, move.start) : null;
  const preview = view && deal ? previewOf(view, deal, { now, giveBack }) : null;
  const currency = view?.booking.agreed.currency ?? usualCurrency;
  const asked = action.problem?.code === 'change_unusual';
  const save = async (): Promise<void> => {
    if (!view || !deal) return;
    const { title, start, end, price, terms } = deal;
    const { currency: _currency, ...priced } = price;
    const about = { bookingId: view.booking.id, requestKey: action.requestKey(), seen: view.seen, giveBack };
    const done = await action.run({ ...about, title, start, end, price: priced, terms, sure: asked });
    if (!done) return;
    notifications.show({ message: `${move.number} is moved.` });
    close(true);
  };
  return (
    <Modal
      opened
      onClose={() => close(false)}
      size="xl"
      title={view ? `${view.booking.client.name}, ${view.booking.title}` : move.number}
    >
      {isError && <Problem problem={{ code: 'no_connection' }} currency={currency} />}
      {view && (
        <p className={styles.moved}>
          To begin <b>{longWall(move.start, today)}</b> instead of {longWall(view.deal.start, today)}.
        </p>
      )}
      {preview?.ok && deal && view && (
        <BeforeAfter change={preview.value} deals={[view.deal, deal]} giveBack={giveBack} setGiveBack={setGiveBack} />
      )}
      {preview && !preview.ok && <Problem problem={{ code: preview.refusal.code }} currency={currency} />}
      <Problem problem={action.problem} currency={currency} />
      <DialogButtons>
        <Button variant="default" onClick={() => close(false)} data-autofocus>
          Leave it where it was
        </Button>
        <Button disabled={!preview?.ok} loading={action.busy} onClick={() => void save()}>
          {asked ? 'Move it all the same' : 'Move it'}
        </Button>
      </DialogButtons>
    </Modal>
  );
}
