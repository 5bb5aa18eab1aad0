import type { Strip, StripState } from '#core/bookings/strip';
import { formatAmount } from '#core/money/formatMoney';
import styles from './MoneyStrip.module.css';

const words = {
  received: 'received',
  due: 'due',
  planned: 'to come',
  late: 'late',
  open: 'no date yet',
  back: 'given back',
  credit: 'credit',
} satisfies Record<StripState, string>;

const holdClass = {
  planned: 'm-heldPlanned',
  inForce: 'm-held',
  gap: 'm-gap',
  captured: 'm-captured',
  released: 'm-back',
} as const;
const holdWord = {
  planned: 'hold planned',
  inForce: 'held',
  gap: 'not held',
  captured: 'captured',
  released: 'let go',
} as const;

type Props = {
  readonly strip: Strip;
  readonly currency: string;
  /** base 'row': 12 px high as in lists; 'large' as on the booking's own page. */
  readonly size?: 'row' | 'large';
};

/** A booking's total as one bar to scale, split by state, the hold beneath it at the same scale. */
export function MoneyStrip({ strip, currency, size = 'row' }: Props) {
  const share = (amount: number): string => `${(100 * amount) / Math.max(strip.total, strip.hold?.amount ?? 0, 1)}%`;
  const said = strip.segments.map((part) => `${formatAmount(part.amount, currency)} ${words[part.state]}`);
  if (strip.hold) {
    const gap = strip.hold.gap === undefined ? '' : ', not to its end';
    said.push(`${formatAmount(strip.hold.amount, currency)} ${holdWord[strip.hold.state]}${gap}`);
  }
  return (
    <div
      className={size === 'large' ? styles.large : styles.strip}
      role="img"
      aria-label={said.join(', ') || 'nothing to pay'}
      title={said.join('\n')}
    >
      <div className={styles.bar}>
        {strip.segments.map((part, index) => (
          <span key={index} className={`${styles.part} m-${part.state}`} style={{ width: share(part.amount) }} />
        ))}
      </div>
      {strip.hold && (
        <div className={styles.hold}>
          <span className={styles.cover} style={{ width: share(strip.hold.amount) }}>
            <span
              className={`${styles.part} ${holdClass[strip.hold.state]}`}
              style={{ width: `${100 - (strip.hold.gap ?? 0)}%` }}
            />
            {strip.hold.gap !== undefined && (
              <span className={`${styles.part} ${holdClass.gap}`} style={{ width: `${strip.hold.gap}%` }} />
            )}
          </span>
        </div>
      )}
    </div>
  );
}
