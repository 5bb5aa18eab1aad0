import type { BookingState } from '#core/bookings/bookingState';
import { formatAmount } from '#core/money/formatMoney';
import { useMediaQuery } from '@mantine/hooks';
import { chart, chartLayout, chartWidths } from '#islands/catalogue/terms/chartLayout';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import styles from './Chart.module.css';

type Handle = 'agreed' | 'service' | 'end';
type Props = {
  readonly bookingState: BookingState;
  /** Moves the day of agreement, the service, or its end by whole days. */
  readonly onMove: (handle: Handle, days: number) => void;
};

/** The example drawn over time: what is due, the service, the hold's authorisations, and what a cancellation would keep. */
export function ExampleChart({ bookingState, onMove }: Props) {
  const narrow = useMediaQuery('(max-width: 620px)');
  const width = narrow ? chartWidths.phone : chartWidths.desk;
  const layout = chartLayout(bookingState, width);
  const drag = useRef<{ handle: Handle; x: number; moved: number; daysPerUnit: number } | null>(null);
  const { base, serviceTop, height } = chart;
  const { currency, start, end, agreed } = bookingState.agreed;

  const units = (event: PointerEvent<SVGElement>): number => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    return ((event.clientX - box.left) / box.width) * width;
  };
  const handleProps = (handle: Handle, label: string, value: string) => ({
    role: 'slider',
    tabIndex: 0,
    'aria-label': label,
    'aria-valuetext': value,
    'aria-valuenow': 0,
    className: styles.handle,
    onPointerDown: (event: PointerEvent<SVGElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      // The scale of the moment in which it was taken: it moves under the hand otherwise.
      drag.current = { handle, x: units(event), moved: 0, daysPerUnit: layout.daysPerUnit };
    },
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      const held = drag.current;
      if (!held || held.handle !== handle) return;
      const days = Math.round((units(event) - held.x) * held.daysPerUnit);
      if (days === held.moved) return;
      onMove(handle, days - held.moved);
      held.moved = days;
    },
    onPointerUp: () => (drag.current = null),
    onKeyDown: (event: KeyboardEvent) => {
      const days = { ArrowLeft: -1, ArrowRight: 1, PageUp: 7, PageDown: -7 }[event.key];
      if (days === undefined) return;
      event.preventDefault();
      onMove(handle, days);
    },
  });
  const days = Math.round((Date.parse(`${end}Z`) - Date.parse(`${start}Z`)) / 86_400_000);
  const length = days >= 1 ? `service, ${days} ${days === 1 ? 'day' : 'days'}` : 'service';
  const { hold } = bookingState.plan;
  const serviceWidth = Math.max(10, layout.endX - layout.startX);
  const holdText = hold
    ? `hold ${formatAmount(hold.amount, currency)}${hold.authorisations.length > 1 ? `, ${hold.authorisations.length} authorisations` : ''}`
    : '';
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className={styles.chart} role="group" aria-label="The example over time">
      {layout.ticks.map((tick) => (
        <g key={tick.text + tick.x}>
          <line x1={tick.x} x2={tick.x} y1={serviceTop} y2={height - 22} className={styles.grid} />
          <text x={tick.x} y={height - 7} className={styles.tick} textAnchor={tick.x < 30 ? 'start' : 'middle'}>
            {tick.text}
          </text>
        </g>
      ))}
      <line x1={chart.left} x2={width - chart.right} y1={base} y2={base} className={styles.axis} />
      {layout.bars.map((bar) => (
        <g key={bar.key} className={styles.moving} style={{ transform: `translateX(${bar.x}px)` }}>
          <title>{bar.said}</title>
          <rect
            className={`${styles.bar} ${styles[bar.mark]}`}
            x={-5}
            width={11}
            y={base - bar.height}
            height={bar.height}
            rx={1.5}
          />
          {bar.label && (
            <text
              x={bar.labelBefore ? -9 : 10}
              y={base - bar.height + 10}
              textAnchor={bar.labelBefore ? 'end' : 'start'}
              className={styles.barLabel}
            >
              {bar.label}
            </text>
          )}
        </g>
      ))}
      <g {...handleProps('service', 'The service', `from ${start.replace('T', ' ')}`)}>
        <rect x={layout.startX} y={serviceTop} width={serviceWidth} height={26} rx={3} className={styles.service} />
        <text
          x={serviceWidth > 96 ? layout.startX + serviceWidth / 2 : layout.startX - 5}
          y={serviceTop + 17}
          textAnchor={serviceWidth > 96 ? 'middle' : 'end'}
          className={serviceWidth > 96 ? styles.serviceLabel : styles.serviceBeside}
        >
          {length}
        </text>
      </g>
      <g {...handleProps('end', 'End of the service', end.replace('T', ' '))}>
        <rect x={layout.startX + serviceWidth - 4} y={serviceTop - 5} width={24} height={36} fill="transparent" />
        <rect
          x={layout.startX + serviceWidth + 4}
          y={serviceTop + 6}
          width={3}
          height={14}
          rx={1.5}
          className={styles.grip}
        />
      </g>
      <g {...handleProps('agreed', 'Day of agreement', agreed.replace('T', ' '))}>
        <rect x={layout.agreedX - 12} y={serviceTop - 8} width={24} height={base - serviceTop + 8} fill="transparent" />
        <line x1={layout.agreedX} x2={layout.agreedX} y1={serviceTop} y2={base} className={styles.agreedLine} />
        <path d={`M${layout.agreedX} ${serviceTop - 2}h34l-6 7 6 7h-34z`} className={styles.flag} />
        <text x={layout.agreedX + 4} y={serviceTop + 8.5} className={styles.flagText}>
          yes
        </text>
      </g>
      {layout.cover.map((piece) => (
        <g key={piece.key}>
          <rect
            x={piece.x}
            y={base + 11 + piece.row * 13}
            width={piece.width}
            height={11}
            rx={1.5}
            className={styles.cover}
          />
        </g>
      ))}
      {hold && (
        <text
          x={layout.cover[0]!.x > 190 ? layout.cover[0]!.x - 8 : layout.cover[0]!.x}
          y={layout.cover[0]!.x > 190 ? base + 21 : base + 48}
          textAnchor={layout.cover[0]!.x > 190 ? 'end' : 'start'}
          className={styles.holdLabel}
        >
          {holdText}
        </text>
      )}
      {layout.steps.map((step) => (
        <g key={step.key}>
          <title>{step.said}</title>
          <rect x={step.x} y={base + 66} width={step.width} height={7} className={styles[`${step.kind}Step`]} />
          {step.label && (
            <text x={step.x} y={base + 61} className={styles.stepLabel}>
              {step.label}
            </text>
          )}
        </g>
      ))}
      <defs>
        <pattern id="cover-hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <rect width="6" height="6" className={styles.hatchGround} />
          <rect width="6" height="3" className={styles.hatch} />
        </pattern>
        <pattern id="back-dots" width="4" height="7" patternUnits="userSpaceOnUse">
          <rect width="1.6" height="7" className={styles.dots} />
        </pattern>
      </defs>
    </svg>
  );
}
