import { DayField } from '#islands/parts/DayField';
import type { PlainDate } from '#core/calendar/days';
import type { ChangeView } from '#contracts/bookings/changeView';
import type { Deal } from '#core/bookings/deal';
import { withDeal } from '#core/bookings/deal';
import type { BookingState } from '#core/bookings/bookingState';
import { addDays, isPlainDate } from '#core/calendar/days';
import { amountsOf, asking, dueDaysOf, movedTo, split, waived } from '#core/bookings/ownRules';
import { formatAmount, formatPercent } from '#core/money/formatMoney';
import { type Minor, minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import type { Collect, InstalmentRule } from '#core/plan/rules';
import { price } from '#core/price/price';
import { sameValue } from '#core/sameValue';
import { collectWords, dueWords } from '#core/wording/ruleSegments';
import type { ChangeDraft } from '#islands/bookings/change/changeDraft';
import { ActionIcon, Button, Menu, NativeSelect, TextInput } from '@mantine/core';
import { IconDots } from '@tabler/icons-react';
import { useState } from 'react';
import styles from './Change.module.css';

type Props = {
  readonly view: ChangeView;
  readonly draft: ChangeDraft;
  readonly deal: Deal;
  readonly before: BookingState;
  readonly today: PlainDate;
  readonly change: (part: Partial<ChangeDraft>) => void;
};

/** The booking's own instalments: moved, split, more or less, waived. Whatever is not touched follows the terms. */
export function OwnRules({ view, draft, deal, before, today, change }: Props) {
  const { currency } = view.deal.price;
  const { instalments } = draft.terms;
  const amounts = amountsOf(instalments, deal.total);
  const days = dueDaysOf(instalments, withDeal(view.booking.agreed, deal));
  const own = !sameValue(draft.terms, view.versionRules);
  const put = (rules: InstalmentRule[], more: Partial<ChangeDraft> = {}): void =>
    change({ ...more, terms: { ...draft.terms, instalments: rules } });
  const waive = (index: number): void => {
    const { subtotal, discount } = price(deal.price);
    const paid = paidOf(before, instalments[index]!.name);
    const amount = minor(amounts[index]! - Math.min(paid, amounts[index]!));
    const done = waived(instalments, { index, amount, total: deal.total, subtotal, discount });
    const sum = 'amount' in done.discount ? done.discount.amount : (0 as Minor);
    put(done.rules, { discountKind: 'amount', discount: formatAmount(sum, currency) });
  };
  const halve = (index: number): void => {
    const whole = amounts[index]!;
    const due = days[index] ? { date: addDays(days[index]!, 14) } : { open: true as const };
    put(split(instalments, { index, first: minor((whole - (whole % 2)) / 2), due, total: deal.total }));
  };
  return (
    <>
      {instalments.map((rule, index) => (
        <OwnRule
          key={index}
          rule={rule}
          amount={amounts[index]!}
          day={days[index] ?? null}
          today={today}
          currency={currency}
          ask={(amount) => put(asking(instalments, { index, amount, total: deal.total }))}
          move={(due) => put(movedTo(instalments, index, due))}
          collect={(collect) => put(instalments.map((each, at) => (at === index ? { ...each, collect } : each)))}
          split={() => halve(index)}
          waive={amounts[index]! > paidOf(before, rule.name) ? () => waive(index) : null}
        />
      ))}
      <HoldOfBooking draft={draft} currency={currency} change={change} />
      <p className={styles.own}>
        {own ? (
          <>
            These rules are this booking’s own: they differ from version {deal.termsVersion} of {view.booking.termsName}
            .{' '}
            <button type="button" onClick={() => change({ terms: view.versionRules })}>
              Back to that version
            </button>
          </>
        ) : (
          `As version ${deal.termsVersion} of ${view.booking.termsName} has it.`
        )}
      </p>
    </>
  );
}

const paidOf = ({ parts }: BookingState, name: string): number =>
  parts.filter((part) => part.name === name).reduce((sum, part) => sum + part.paid, 0);

function OwnRule({
  rule,
  amount,
  day,
  today,
  currency,
  ask,
  move,
  collect,
  split: halve,
  waive,
}: {
  readonly rule: InstalmentRule;
  readonly amount: Minor;
  readonly day: string | null;
  readonly today: PlainDate;
  readonly currency: string;
  readonly ask: (amount: Minor) => void;
  readonly move: (due: InstalmentRule['due']) => void;
  readonly collect: (collect: Collect) => void;
  readonly split: () => void;
  readonly waive: (() => void) | null;
}) {
  const [typedDay, setTypedDay] = useState<string | null>(null);
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && parseAmount(typed, currency) === null;
  return (
    <div className={styles.ownRule}>
      <div>
        <b>{rule.name}</b>
        <span>{dueWords(rule.due)}</span>
      </div>
      <TextInput
        aria-label={`Sum of the ${rule.name}`}
        inputMode="decimal"
        value={typed ?? formatAmount(amount, currency)}
        error={wrong ? 'a sum' : undefined}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
          const sum = parseAmount(event.currentTarget.value, currency);
          if (sum !== null) ask(sum);
        }}
        onBlur={() => setTyped(null)}
      />
      <DayField
        aria-label={`Day of the ${rule.name}`}
        value={typedDay ?? day ?? ''}
        onChange={(date) => {
          setTypedDay(isPlainDate(date) ? null : date);
          if (isPlainDate(date)) move({ date });
        }}
      />
      <NativeSelect
        aria-label={`How the ${rule.name} is collected`}
        value={rule.collect}
        data={Object.entries(collectWords).map(([value, label]) => ({ value, label }))}
        onChange={(event) => collect(event.currentTarget.value as Collect)}
      />
      <Menu position="bottom-end" withinPortal>
        <Menu.Target>
          <ActionIcon variant="default" size={36} aria-label={`More for the ${rule.name}`}>
            <IconDots size={16} aria-hidden />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item disabled={amount < 2} onClick={halve}>
            Split it in two
          </Menu.Item>
          <Menu.Item onClick={() => move({ date: today })}>Ask for it today</Menu.Item>
          <Menu.Item onClick={() => move({ open: true })}>Leave its day open</Menu.Item>
          <Menu.Item color="red" disabled={!waive} onClick={() => waive?.()}>
            Waive what is left of it
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
    </div>
  );
}

function HoldOfBooking({
  draft,
  currency,
  change,
}: {
  readonly draft: ChangeDraft;
  readonly currency: string;
  readonly change: (part: Partial<ChangeDraft>) => void;
}) {
  const { hold } = draft.terms;
  const [typed, setTyped] = useState<string | null>(null);
  if (!hold) return null;
  const { hold: _hold, ...without } = draft.terms;
  const sum = 'fixed' in hold.amount ? formatAmount(hold.amount.fixed, currency) : formatPercent(hold.amount.percent);
  return (
    <div className={styles.ownRule}>
      <div>
        <b>hold</b>
        <span>{'fixed' in hold.amount ? 'a fixed sum' : 'of the price'}</span>
      </div>
      <TextInput
        aria-label="Sum of the hold"
        inputMode="decimal"
        value={typed ?? sum}
        error={typed !== null && parseAmount(typed, currency) === null ? 'a sum' : undefined}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
          const fixed = parseAmount(event.currentTarget.value, currency);
          if (fixed !== null) change({ terms: { ...draft.terms, hold: { ...hold, amount: { fixed } } } });
        }}
        onBlur={() => setTyped(null)}
      />
      <Button variant="subtle" color="red" onClick={() => change({ terms: without })}>
        Hold nothing
      </Button>
    </div>
  );
}
