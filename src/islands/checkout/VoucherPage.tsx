import { orderVoucher } from '#contracts/routes/checkout';
import type { VoucherPageView } from '#contracts/checkout/views';
import { dayNumber, isPlainDate, type PlainDate } from '#core/calendar/days';
import { isEmailAddress } from '#core/emailAddress';
import { formatMoney } from '#core/money/formatMoney';
import { mayOrderVoucher } from '#core/credit/voucherOrder';
import { zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { voucherGoes } from '#core/wording/voucherWords';
import { DayInput } from '#islands/clientPage/DayInput';
import { BusinessHead, faceStyle } from '#islands/clientPage/BusinessHead';
import { TextField } from '#islands/checkout/TextField';
import { useKept } from '#islands/checkout/useKept';
import { voucherProblem } from '#islands/checkout/voucherProblem';
import { call, mayRepeat, newKey, type ProblemOf } from '#islands/api';
import { useReady } from '#islands/parts/useReady';
import { useRef, useState } from 'react';
import page from '#islands/clientPage/ClientPage.module.css';
import pay from '#islands/payments/Pay.module.css';
import styles from './Book.module.css';

type Typed = {
  readonly amount: string;
  readonly buyerName: string;
  readonly buyerEmail: string;
  readonly own: boolean;
  readonly name: string;
  readonly email: string;
  readonly message: string;
  readonly sendOn: string;
};
const nothing: Typed = {
  amount: '',
  buyerName: '',
  buyerEmail: '',
  own: false,
  name: '',
  email: '',
  message: '',
  sendOn: '',
};

/** A gift voucher: worth how much, for whom, with which words, sent when; then it is paid on a page of its own. */
export default function VoucherPage({ view }: { readonly view: VoucherPageView }) {
  const { business, currency, sold, today } = view;
  const ready = useReady();
  const [typed, setTyped] = useKept<Typed>('voucher', nothing);
  const [asked, setAsked] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ProblemOf<typeof orderVoucher> | null>(null);
  const key = useRef<{ readonly of: string; readonly key: string } | null>(null);
  const amount = parseAmount(typed.amount, currency);
  const faults = faultsOf(typed, view);
  const set = (part: Partial<Typed>): void => {
    setProblem(null);
    setTyped({ ...typed, ...part });
  };
  const fault = (path: string): string | null =>
    (asked ? faults[path] : undefined) ?? (problem?.path === path ? voucherProblem(problem, currency) : null);
  const send = async (): Promise<void> => {
    setAsked(true);
    if (busy || Object.keys(faults).length > 0) return;
    setBusy(true);
    const order = {
      amount: amount!,
      buyerName: typed.buyerName,
      buyerEmail: typed.buyerEmail,
      to: typed.own ? null : { name: typed.name, email: typed.email },
      message: typed.message,
      sendOn: typed.own || typed.sendOn === '' ? null : (typed.sendOn as PlainDate),
    };
    const of = JSON.stringify(order);
    if (key.current?.of !== of) key.current = { of, key: newKey() };
    const answer = await call(orderVoucher, { ...order, requestKey: key.current.key });
    setBusy(false);
    if (answer.ok) {
      setTyped(nothing);
      return location.assign(`/r/${answer.value.link}`);
    }
    setProblem(answer.problem);
    if (!mayRepeat(answer.problem)) key.current = null;
  };
  const field = (
    path: keyof typeof labels,
    more: Omit<React.InputHTMLAttributes<HTMLInputElement>, 'onChange' | 'value'> = {},
  ) => (
    <TextField
      label={labels[path]}
      value={typed[path]}
      wrong={fault(path)}
      set={(value) => set({ [path]: value })}
      {...more}
    />
  );
  const goes = voucherGoes(
    {
      to: typed.own || typed.name === '' || typed.email === '' ? null : typed,
      sendOn: isPlainDate(typed.sendOn) ? typed.sendOn : null,
    },
    today,
  );
  return (
    <div className={page.page} style={faceStyle(business)}>
      <BusinessHead business={business} />
      <main className={page.main}>
        <h1>Give a voucher</h1>
        <p className={page.when}>
          From {formatMoney(sold.least, currency)} to {formatMoney(sold.most, currency)},{' '}
          {sold.months === null
            ? 'good without an end'
            : `good for ${sold.months === 1 ? 'a month' : `${sold.months} months`}`}
        </p>
        <form
          className={styles.form}
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            void send();
          }}
        >
          {field('amount', { inputMode: 'decimal', autoComplete: 'off' })}
          <fieldset className={pay.choices}>
            <legend className="visually-hidden">Whom it goes to</legend>
            {([false, true] as const).map((own) => (
              <label key={String(own)} className={pay.choice}>
                <input type="radio" name="to" checked={typed.own === own} onChange={() => set({ own })} />
                <span>{own ? 'Send it to me; I hand it over' : 'Send it to whom it is for'}</span>
              </label>
            ))}
          </fieldset>
          {!typed.own && (
            <>
              {field('name', { maxLength: 120, autoComplete: 'off' })}
              {field('email', { type: 'email', maxLength: 254, autoComplete: 'off' })}
              <DayInput
                label="On which day; empty: as soon as it is paid"
                value={typed.sendOn}
                today={today}
                wrong={fault('sendOn')}
                onChange={(sendOn) => set({ sendOn })}
              />
            </>
          )}
          <label className={styles.field}>
            Some words with it
            <textarea
              rows={3}
              maxLength={1000}
              value={typed.message}
              onChange={(event) => set({ message: event.currentTarget.value })}
            />
          </label>
          {field('buyerName', { maxLength: 120, autoComplete: 'name' })}
          {field('buyerEmail', { type: 'email', maxLength: 254, autoComplete: 'email' })}
          {(typed.own || (typed.name !== '' && typed.email !== '')) && <p className={styles.hint}>{goes}</p>}
          {problem && !problem.path && (
            <p className={pay.declined} role="alert">
              {voucherProblem(problem, currency)}
            </p>
          )}
          <button type="submit" className={pay.button} disabled={!ready || busy} aria-busy={busy}>
            {busy ? 'One moment…' : 'Order with obligation to pay'}
          </button>
          <p className={pay.consent}>It is paid on the next page; nothing is charged yet.</p>
        </form>
      </main>
    </div>
  );
}

const labels = {
  amount: 'Worth',
  name: 'Name of whom it is for',
  email: 'Their e-mail address',
  buyerName: 'Your name',
  buyerEmail: 'Your e-mail address',
} as const;

function faultsOf(typed: Typed, { currency, sold, today }: VoucherPageView): Readonly<Record<string, string>> {
  const faults: Record<string, string> = {};
  const amount = parseAmount(typed.amount, currency);
  const needs = (path: 'name' | 'buyerName', says: string): void => {
    if (typed[path].trim() === '') faults[path] = says;
  };
  const address = (path: 'email' | 'buyerEmail'): void => {
    if (!isEmailAddress(typed[path].trim())) faults[path] = 'An e-mail address, such as maud@example.com.';
  };
  const day = !typed.own && isPlainDate(typed.sendOn) ? typed.sendOn : today;
  const may = mayOrderVoucher(sold, { amount: amount ?? zero, daysAhead: dayNumber(day) - dayNumber(today) });
  if (!may.ok && 'path' in may.refusal) {
    const { path } = may.refusal;
    faults[path] =
      path === 'amount'
        ? `A sum from ${formatMoney(sold.least, currency)} to ${formatMoney(sold.most, currency)}.`
        : voucherProblem(may.refusal, currency);
  }
  needs('buyerName', 'Your name is needed.');
  address('buyerEmail');
  if (typed.own) return faults;
  needs('name', 'Whom is it for?');
  address('email');
  if (typed.sendOn !== '' && !isPlainDate(typed.sendOn)) faults.sendOn = 'Which day? Such as 18 6, or Friday.';
  return faults;
}
