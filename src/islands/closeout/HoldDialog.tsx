import { putHold } from '#contracts/routes/closeout';
import { bookingState as standingOf } from '#core/bookings/bookingState';
import type { Fact } from '#core/bookings/facts';
import { addDays, isPlainDate, type PlainDate } from '#core/calendar/days';
import { type TimeOfDay, wallTime } from '#core/calendar/wallTime';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import { holdAgreed } from '#core/consent/chargeable';
import { formatMoney } from '#core/money/formatMoney';
import { type Minor, minor } from '#core/money/minor';
import { longDate } from '#core/wording/days';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { fieldMessage } from '#islands/format/problemSentence';
import { DayField } from '#islands/parts/DayField';
import { SumDialog } from '#islands/parts/SumDialog';
import { useRoute } from '#islands/parts/useRoute';
import { SegmentedControl } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

const mostHeld = minor(100_000_000);

/** What a hold by hand would do, in sentences: made by the computation that carries it out. */
function foretold(
  { view, bookingState }: DialogProps,
  amount: Minor,
  until: PlainDate,
  how: 'card' | 'counter',
): string[] {
  const { agreed, ledger, asOf } = bookingState;
  const { currency, timeZone } = agreed;
  const end = instantOfWall(wallTime(addDays(until, 1), '00:00' as TimeOfDay), timeZone);
  const today = localDate(asOf, timeZone);
  const held = bookingState.hold?.inForce?.amount;
  const day = longDate(until, today);
  if (how === 'counter')
    return [
      `The reader asks for a card; ${formatMoney(amount, currency)} is set aside on it until ${day}.`,
      'Nobody is there to renew it: it ends when its bank lets it go, in 30 days at the latest.',
      ...(held ? [`The ${formatMoney(held, currency)} that is held now is let go once it stands.`] : []),
    ];
  const wanted: Fact = { kind: 'holdWanted', at: asOf, key: 'shown', amount, until: end };
  const after = standingOf(agreed, [...view.facts, wanted], asOf);
  const stands = after.hold?.toPlace ?? amount;
  const agreedTo = holdAgreed(amount, ledger);
  return [
    ...(agreedTo < amount
      ? [
          `${view.client.name} has agreed to at most ${formatMoney(agreedTo, currency)}, and is asked by letter to agree to ${formatMoney(amount, currency)} first.`,
        ]
      : [
          held
            ? `${formatMoney(stands, currency)} is held in place of ${formatMoney(held, currency)}, until ${day}.`
            : `${formatMoney(stands, currency)} is set aside at once, until ${day}, and renewed till then.`,
        ]),
  ];
}

/** A hold put on a booking that has none, or of another sum: what it does stands first. */
export function HoldDialog(props: DialogProps) {
  const { view, bookingState, close } = props;
  const { agreed, asOf, hold, ledger } = bookingState;
  const { currency, timeZone } = agreed;
  const action = useRoute(putHold);
  const usual = localDate(hold?.until ?? bookingState.endAt, timeZone);
  const today = localDate(asOf, timeZone);
  const [until, setUntil] = useState<string>(usual > today ? usual : addDays(today, 7));
  const ways = [...(ledger.holdCard ? (['card'] as const) : []), ...(view.hasReader ? (['counter'] as const) : [])];
  const [how, setHow] = useState<'card' | 'counter'>(ways[0] ?? 'card');
  const send = async (amount: Minor): Promise<void> => {
    const done = await action.run({ bookingId: view.id, requestKey: action.requestKey(), amount, until, how });
    if (!done) return;
    notifications.show({
      message:
        done.state === 'confirm'
          ? 'The reader asks for the card now.'
          : `A hold of ${formatMoney(amount, currency)} is on its way.`,
    });
    close();
  };
  return (
    <SumDialog
      title={hold?.inForce ? 'Hold another sum' : 'Put a hold on it'}
      currency={currency}
      proposed={hold?.wanted ?? minor(400_00)}
      limit={mostHeld}
      close={close}
      send={send}
      action={action}
      verb={(said) => (said ? `Hold ${said}` : 'Hold it')}
    >
      {(amount) => (
        <>
          <DayField
            label="Until the end of"
            value={until}
            onChange={setUntil}
            error={fieldMessage(action.problem, 'until', currency) ?? undefined}
          />
          {ways.length > 1 && (
            <SegmentedControl
              value={how}
              onChange={(value) => setHow(value as 'card' | 'counter')}
              data={[
                { value: 'card', label: `Card ending in ${ledger.holdCard?.last4}` },
                { value: 'counter', label: 'At the counter' },
              ]}
            />
          )}
          {ways.length === 0 && (
            <p style={{ margin: 0 }}>No card is kept for a hold, and no reader is connected: ask for a card first.</p>
          )}
          {amount !== null &&
            isPlainDate(until) &&
            ways.length > 0 &&
            foretold(props, amount, until, how).map((line) => (
              <p key={line} style={{ margin: 0 }}>
                {line}
              </p>
            ))}
        </>
      )}
    </SumDialog>
  );
}
