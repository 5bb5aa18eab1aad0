import type { Change } from '#core/change/change';
import type { Standing } from '#core/booking/standing';
import type { Deal } from '#core/booking/deal';
import { stripOf } from '#core/booking/strip';
import { dateOf } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { changeSentences } from '#core/wording/changeSentences';
import { longDate, longMoment, longWall, shortDate } from '#core/wording/days';
import { instalmentWords } from '#islands/format/stageWords';
import { MoneyStrip } from '#islands/parts/MoneyStrip';
import { Radio, Stack } from '@mantine/core';
import styles from './Change.module.css';

/** One side: when, what it costs, where it stands, the plan and the hold. */
function Side({
  title,
  standing,
  other,
}: {
  readonly title: string;
  readonly standing: Standing;
  readonly other: Standing;
}) {
  const { agreed, position, parts, hold, asOf } = standing;
  const { currency, timeZone } = agreed;
  const today = localDate(asOf, timeZone);
  const money = (amount: Minor): string => formatAmount(amount, currency);
  const mark = (differs: boolean): string | undefined => (differs ? styles.differs : undefined);
  const known = new Set(other.parts.map((part) => `${part.name} ${part.due} ${part.amount}`));
  return (
    <div className={styles.side}>
      <h3>{title}</h3>
      <p className={mark(agreed.start !== other.agreed.start || agreed.end !== other.agreed.end)}>
        {longWall(agreed.start, today)}
        <br />
        to {dateOf(agreed.start) === dateOf(agreed.end) ? agreed.end.slice(11) : longWall(agreed.end, today)}
      </p>
      <MoneyStrip strip={stripOf(standing)} currency={currency} size="large" />
      <dl>
        <Figure label="Price" amount={agreed.total} differs={agreed.total !== other.agreed.total} money={money} />
        <Figure
          label="In hand"
          amount={position.received}
          differs={position.received !== other.position.received}
          money={money}
        />
        <Figure
          label="Due now"
          amount={position.dueNow}
          differs={position.dueNow !== other.position.dueNow}
          money={money}
        />
        <Figure
          label="To come"
          amount={(position.outstanding - position.dueNow) as Minor}
          differs={position.outstanding - position.dueNow !== other.position.outstanding - other.position.dueNow}
          money={money}
        />
      </dl>
      <ol>
        {parts.map((part) => (
          <li key={part.key} className={mark(!known.has(`${part.name} ${part.due} ${part.amount}`))}>
            <i className={`m-${part.state === 'paid' ? 'received' : part.state}`} aria-hidden="true" />
            <span>
              {part.due ? longDate(part.due, today) : 'no date yet'}
              <small>
                {part.name}, {instalmentWords[part.state]}
                {part.partly ? ' in part' : ''}
              </small>
            </span>
            <b className="num">{money(part.amount)}</b>
          </li>
        ))}
        {hold && (
          <li className={mark(holdText(standing) !== holdText(other))}>
            <i className="m-held" aria-hidden="true" />
            <span>
              {shortDate(localDate(hold.from, timeZone), today)} to {shortDate(localDate(hold.until, timeZone), today)}
              <small>held</small>
            </span>
            <b className="num">{money(standing.plan.hold!.amount)}</b>
          </li>
        )}
      </ol>
    </div>
  );
}

const holdText = ({ plan }: Standing): string => `${plan.hold?.amount} ${plan.hold?.from} ${plan.hold?.until}`;

const Figure = ({
  label,
  amount,
  differs,
  money,
}: {
  readonly label: string;
  readonly amount: Minor;
  readonly differs: boolean;
  readonly money: (amount: Minor) => string;
}) => (
  <div className={differs ? styles.differs : undefined}>
    <dt>{label}</dt>
    <dd className="num">{money(amount)}</dd>
  </div>
);

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
      <div className={styles.sides}>
        <Side title="Now" standing={before} other={after} />
        <Side title="After the change" standing={after} other={before} />
      </div>
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
