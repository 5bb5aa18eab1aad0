import { priceInAll } from '#core/wording/priceInAll';
import type { checkOut } from '#contracts/routes/checkout';
import type { BookPageView } from '#contracts/checkout/views';
import { dateOf } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { clientSteps } from '#core/wording/clientSteps';
import { clockOf, longWall } from '#core/wording/days';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { bookProblem, faultOf } from '#islands/checkout/bookProblem';
import { nextWords, type PricedItem, sumsOf } from '#islands/checkout/cart';
import { FillField, fieldsOf, fillFaults } from '#islands/checkout/FillField';
import type { Filled } from '#core/quotes/facts';
import { filledAgreement } from '#core/quotes/signedDocument';
import { useKept } from '#islands/checkout/useKept';
import { Steps } from '#islands/clientPage/Steps';
import { TextBlocks } from '#islands/quotes/offer/TextBlocks';
import { postCart } from '#islands/checkout/postCart';
import { type ProblemOf, newKey, mayRepeat } from '#islands/api';
import { useRef, useState } from 'react';
import page from '#islands/clientPage/ClientPage.module.css';
import pay from '#islands/payments/Pay.module.css';
import styles from './Book.module.css';

type Props = {
  readonly view: BookPageView;
  readonly cart: readonly PricedItem[];
  readonly framed: boolean;
  readonly remove: (id: string) => void;
  readonly more: () => void;
  readonly emptied: () => void;
};
type Typed = {
  readonly name: string;
  readonly email: string;
  readonly phone?: string;
  readonly note: string;
  readonly agreedName: string;
  readonly filled: Filled;
};
const nothingTyped: Typed = { name: '', email: '', note: '', agreedName: '', filled: {} };

/** Who books, what is agreed to, and every sum with its day, before anything is agreed. */
export function Details({ view, cart, framed, remove, more, emptied }: Props) {
  const [typed, setTyped] = useKept<Typed>('details', nothingTyped);
  const [problem, setProblem] = useState<ProblemOf<typeof checkOut> | null>(null);
  const [asked, setAsked] = useState(false);
  const [busy, setBusy] = useState(false);
  const running = useRef(false);
  const key = useRef<{ readonly of: string; readonly key: string } | null>(null);
  const { currency } = cart[0]!.service;
  const today = localDate(view.now, view.timeZone);
  const sums = sumsOf(cart);
  const agreeing = cart.filter(({ service }) => service.agreement !== null);
  const names = [...new Set(agreeing.map(({ service }) => service.agreement!.name))];
  const fields = fieldsOf(agreeing);
  const faults: Readonly<Record<string, string>> = {
    ...faultOf(typed, names.length > 0),
    ...fillFaults(fields, typed.filled),
  };
  const set = (part: Partial<Typed>): void => {
    setProblem(null);
    setTyped({ ...typed, ...part });
  };
  const fault = (path: string): string | null =>
    (asked ? faults[path] : undefined) ??
    problem?.issues?.find((issue) => issue.path === path)?.message ??
    (path === 'phone' && problem?.path === path ? bookProblem(problem, currency) : null);

  const send = async (): Promise<void> => {
    setAsked(true);
    if (running.current || Object.keys(faults).length > 0) return;
    running.current = true;
    setBusy(true);
    setProblem(null);
    const items = cart.map(({ item: { id: _id, ...item } }) => item);
    const { name: clientName, email: clientEmail, phone = '', note } = typed;
    const about = { clientName, clientEmail, phone, note, items };
    // The same cart sent again is the same request; another one is not.
    const content = JSON.stringify(about);
    if (key.current?.of !== content) key.current = { of: content, key: newKey() };
    const answer = await postCart({
      ...about,
      requestKey: key.current.key,
      seen: { ...sums, at: view.now },
      agreedName: names.length > 0 ? typed.agreedName : null,
      filled: Object.fromEntries(fields.map(({ id }) => [id, typed.filled[id] ?? ''])),
    });
    running.current = false;
    setBusy(false);
    if (!answer.ok) {
      setProblem(answer.problem);
      if (!mayRepeat(answer.problem)) key.current = null;
      return;
    }
    emptied();
    const address = `/book/pay/${answer.value.key}`;
    if (framed) window.top!.location.href = address;
    else location.assign(address);
  };

  const field = (
    name: 'name' | 'email' | 'phone' | 'agreedName',
    label: string,
    more: React.InputHTMLAttributes<HTMLInputElement>,
  ) => {
    const wrong = fault(name === 'name' ? 'clientName' : name === 'email' ? 'clientEmail' : name);
    return (
      <label className={styles.field}>
        {label}
        <input
          value={typed[name] ?? ''}
          aria-invalid={wrong !== null}
          onChange={(event) => set({ [name]: event.currentTarget.value })}
          {...more}
        />
        {wrong && <small role="alert">{wrong}</small>}
      </label>
    );
  };
  return (
    <>
      <h1>Your booking{cart.length === 1 ? '' : 's'}</h1>
      <ul className={styles.cart}>
        {cart.map(({ item, title, total, service }, index) => (
          <li key={item.id}>
            <div>
              <b>{title}</b>
              <span>
                {longWall(item.start, today)} to{' '}
                {dateOf(item.end) === dateOf(item.start) ? clockOf(item.end) : longWall(item.end, today)}
              </span>
              {service.extras
                .filter(({ id }) => (item.extras[id] ?? 0) > 0)
                .map(({ id, label }) => (
                  <span key={id}>
                    {label} × {item.extras[id]}
                  </span>
                ))}
              {problem?.path?.startsWith(`items.${index}`) && (
                <small role="alert" className={styles.wrong}>
                  {bookProblem(problem, currency)}
                </small>
              )}
            </div>
            <b className="num">{formatMoney(total, currency)}</b>
            <button
              type="button"
              className={styles.link}
              onClick={() => remove(item.id)}
              aria-label={`Leave out ${title}`}
            >
              Leave out
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className={styles.link} onClick={more}>
        Book something more with it
      </button>

      <h2>What happens when</h2>
      {cart.map(({ item, title, bookingState, service }) => (
        <div key={item.id}>
          {cart.length > 1 && <p className={styles.step}>{title}</p>}
          {service.rules.confirm !== 'payment' && (
            <p className={styles.hint}>
              {service.rules.confirm === 'owner'
                ? `${view.business.name} answers within ${service.rules.answerHours} hours; what follows holds from a yes on.`
                : `You get a message to confirm within ${service.rules.answerHours} hours; what follows holds from then on.`}
            </p>
          )}
          {bookingState && <Steps steps={clientSteps(bookingState)} currency={currency} />}
          {bookingState && (
            <details className={page.more}>
              <summary>If you cancel</summary>
              <ul>
                {cancellationSentences(bookingState).map((sentence) => (
                  <li key={sentence}>{sentence}</li>
                ))}
              </ul>
            </details>
          )}
        </div>
      ))}
      <dl className={page.total}>
        <dt>{priceInAll(cart.some(({ service }) => service.taxCodes.length > 0))}</dt>
        <dd>{formatMoney(sums.total, currency)}</dd>
        <dt>Due now</dt>
        <dd>{formatMoney(sums.dueNow, currency)}</dd>
      </dl>

      {[...new Set(cart.map(({ service }) => service.fee))].map((fee) => fee && <p key={fee}>{fee}</p>)}

      <h2>Who books</h2>
      <form
        className={styles.form}
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        {field('name', 'Your name', { autoComplete: 'name', maxLength: 120 })}
        {field('email', 'Your e-mail address', { type: 'email', autoComplete: 'email', maxLength: 254 })}
        {view.phone !== 'off' &&
          field('phone', view.phone === 'needed' ? 'Your telephone number' : 'Your telephone number, if you like', {
            type: 'tel',
            autoComplete: 'tel',
            maxLength: 40,
          })}
        <label className={styles.field}>
          Anything that we should know
          <textarea
            rows={2}
            maxLength={2000}
            value={typed.note}
            onChange={(event) => set({ note: event.currentTarget.value })}
          />
        </label>
        {fields.map((each) => (
          <FillField
            key={each.id}
            today={today}
            field={each}
            value={typed.filled[each.id] ?? ''}
            wrong={fault(`filled.${each.id}`)}
            set={(value) => set({ filled: { ...typed.filled, [each.id]: value } })}
          />
        ))}
        {agreeing.map(({ item, title, service, bookingState }) => (
          <details key={item.id} className={page.more}>
            <summary>
              {service.agreement!.name}
              {agreeing.length > 1 && `, ${title}`}
            </summary>
            {bookingState && (
              <TextBlocks
                blocks={filledAgreement(
                  service.agreement!,
                  { clientName: typed.name, clientEmail: typed.email, title, reference: '' },
                  { businessName: view.business.name, number: '' },
                  bookingState,
                  typed.filled,
                )}
              />
            )}
          </details>
        ))}
        {names.length > 0 &&
          field('agreedName', `I agree to “${names.join('” and “')}”: my full name`, { maxLength: 120 })}
        {problem && problem.path !== 'phone' && !problem.path?.startsWith('items.') && (
          <p className={pay.declined} role="alert">
            {bookProblem(problem, currency)}
          </p>
        )}
        <button type="submit" className={pay.button} disabled={busy} aria-busy={busy}>
          {busy ? 'One moment…' : nextWords(cart)}
        </button>
        <p className={pay.consent}>Nothing is charged yet.</p>
      </form>
    </>
  );
}
