import type { Change } from '#core/bookings/change';
import type { Deal } from '#core/bookings/deal';
import { localDate } from '#core/calendar/zoned';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { changeSentences } from '#core/wording/changeSentences';
import { longMoment } from '#core/wording/days';
import { BookingSides } from '#islands/parts/BookingSide';
import { Radio, Stack } from '@mantine/core';
import styles from './Change.module.css';

/** The change before it is made: both sides, what goes back over which receipt, and what the client is told. */
export function BeforeAfter({
  change,
  deals,
  giveBack,
  setGiveBack,
}: {
  readonly change: Change;
  readonly deals: readonly [Deal, Deal];
  readonly giveBack: boolean;
  readonly setGiveBack: (giveBack: boolean) => void;
}) {
  const { before, after, credit, refunds, fact } = change;
  const { currency, timeZone } = after.agreed;
  const today = localDate(after.asOf, timeZone);
  const holdNow = before.hold?.inForce;
  return (
    <>
      <BookingSides before={before} after={after} title="After the change" />
      {credit > 0 && (
        <Radio.Group
          value={giveBack ? 'back' : 'credit'}
          onChange={(value) => setGiveBack(value === 'back')}
          label={`${formatMoney(credit, currency)} is more than the new price`}
        >
          <Stack gap={8} mt={8}>
            <Radio
              value="back"
              label="Give it back, the newest receipt first"
              description={
                giveBack
                  ? refunds
                      .map(({ id, amount }) => {
                        const receipt = before.ledger.receipts.find((each) => each.id === id)!;
                        const where = receipt.method === 'card' ? 'to its card' : 'by hand';
                        return `${formatAmount(amount, currency)} of the ${formatAmount(receipt.amount, currency)} from ${longMoment(receipt.at, timeZone, today)}, ${where}`;
                      })
                      .join('; ')
                  : undefined
              }
            />
            <Radio value="credit" label="Leave it as the client’s credit" />
          </Stack>
        </Radio.Group>
      )}
      {holdNow && !after.plan.hold && <p>The hold of {formatMoney(holdNow.amount, currency)} is let go at once.</p>}
      {holdNow && after.hold?.letGoAt && after.plan.hold && (
        <p>The hold is let go, and placed again {longMoment(after.plan.hold.from, timeZone, today)}.</p>
      )}
      {holdNow && after.hold?.placeAt && (
        <p>A hold of {formatMoney(after.plan.hold!.amount, currency)} is placed at once, then the old one let go.</p>
      )}
      <h3 className={styles.told}>
        {fact.tells ? 'What the client is told' : 'The client is told nothing: nothing changes for them'}
      </h3>
      <ul className={styles.sentences}>
        {changeSentences(before, after, deals).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </>
  );
}
