import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { parseAmount } from '#core/money/parseAmount';
import type { Minor } from '#core/money/minor';
import type { BookingState } from '#core/bookings/bookingState';
import type { Example } from '#core/terms/example';
import { hardCaseWords } from '#core/wording/hardCaseWords';
import { cardConsent } from '#core/wording/consent';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { planSentences } from '#core/wording/sentences';
import { faultWords, warningWords } from '#core/wording/warningWords';
import { ExampleChart } from '#islands/catalogue/terms/ExampleChart';
import { Section } from '#islands/catalogue/terms/RuleRow';
import type { Consequences } from '#islands/catalogue/terms/workOut';
import { Slider, TextInput } from '@mantine/core';
import { IconAlertTriangle, IconCircleX } from '@tabler/icons-react';
import { memo, useState } from 'react';
import styles from './Terms.module.css';

type Props = {
  readonly bookingState: BookingState | null;
  readonly consequences: Consequences;
  readonly example: Example;
  readonly usualTotal: Minor;
  readonly move: (handle: 'agreed' | 'service' | 'end', days: number) => void;
  readonly setTotal: (total: Minor) => void;
};

/** What stands beside the rules: the example over time, what to know, hard cases, and what the client will read. */
export function Beside({ bookingState, consequences, example, usualTotal, move, setTotal }: Props) {
  return (
    <div className={styles.beside}>
      <Section title="On an example" about="drag the service, its end, the day of agreement or the price">
        {bookingState ? (
          <ExampleChart bookingState={bookingState} onMove={move} />
        ) : (
          <p className={styles.missing} role="status">
            These rules give no plan on the example yet.
          </p>
        )}
        {bookingState && bookingState.plan.open > 0 && (
          <p className={styles.sub}>{formatMoney(bookingState.plan.open, example.currency)} has no day yet.</p>
        )}
        <PriceOfExample example={example} usualTotal={usualTotal} setTotal={setTotal} />
      </Section>
      <Following consequences={consequences} example={example} />
      {bookingState && <ClientReads bookingState={bookingState} />}
    </div>
  );
}

function PriceOfExample({
  example,
  usualTotal,
  setTotal,
}: {
  readonly example: Example;
  readonly usualTotal: Minor;
  readonly setTotal: (total: Minor) => void;
}) {
  const { currency, total } = example;
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && parseAmount(typed, currency) === null;
  const type = (text: string): void => {
    setTyped(text);
    const amount = parseAmount(text, currency);
    if (amount !== null) setTotal(amount);
  };
  return (
    <div className={styles.price}>
      <span>Price</span>
      <Slider
        value={Math.min(total, 3 * usualTotal)}
        min={0}
        max={3 * usualTotal}
        step={usualTotal / 168}
        label={null}
        thumbLabel="Price of the example"
        onChange={(value) => {
          setTyped(null);
          setTotal(Math.round(value) as Minor);
        }}
      />
      <TextInput
        aria-label={`Price of the example in ${currency}`}
        value={typed ?? formatAmount(total, currency)}
        error={wrong}
        inputMode="decimal"
        styles={{ input: { textAlign: 'right' } }}
        onChange={(event) => type(event.currentTarget.value)}
        onBlur={() => setTyped(null)}
      />
    </div>
  );
}

type FollowingProps = { readonly consequences: Consequences; readonly example: Example };

/** Drawn again only when its own figures come: one moment after the example. */
const Following = memo(
  function Following({ consequences, example }: FollowingProps) {
    return (
      <>
        <ToKnow consequences={consequences} example={example} />
        {consequences.cases.length > 0 && (
          <Section title="Hard cases">
            <table className={styles.cases}>
              <tbody>
                {consequences.cases.map((hard) => {
                  const { title, amount, word, note, tone } = hardCaseWords(hard, example);
                  return (
                    <tr key={hard.kind} className={tone === 'plain' ? undefined : styles[tone]}>
                      <td>{title}</td>
                      <td>
                        {amount !== null && <b className="num">{formatAmount(amount, example.currency)}</b>} {word}
                      </td>
                      <td>{note}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </Section>
        )}
      </>
    );
  },
  (a, b) => a.consequences === b.consequences,
);

function ToKnow({ consequences, example }: FollowingProps) {
  const { faults, warnings } = consequences;
  if (faults.length + warnings.length === 0) return null;
  return (
    <Section title="To know">
      <ul className={styles.warnings}>
        {faults.map((fault) => (
          <li key={fault.code} className={styles.broken}>
            <IconCircleX size={17} aria-hidden />
            <span>{faultWords(fault, example.currency)}</span>
          </li>
        ))}
        {warnings.map((warning, index) => (
          <li key={index}>
            <IconAlertTriangle size={17} aria-hidden />
            <span>{warningWords(warning, example)}</span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

/** The client's sentences, by the functions that write them everywhere. */
const ClientReads = memo(function ClientReads({ bookingState }: { readonly bookingState: BookingState }) {
  return (
    <Section title="What the client reads">
      <div className={styles.reads}>
        <p>{planSentences(bookingState).join(' ')}</p>
        <p>{cardConsent(bookingState)}</p>
        <p>{cancellationSentences(bookingState).join(' ')}</p>
      </div>
    </Section>
  );
});
