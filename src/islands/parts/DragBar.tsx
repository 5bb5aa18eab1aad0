import { useRef, useState } from 'react';

type Distance = { readonly x: number; readonly y: number };
type Props = {
  readonly className: string;
  readonly unsure: boolean;
  readonly left: number;
  readonly width: number;
  readonly label: string;
  /** Pixels of one step to the side, and up or down; 0 where it does not move that way. */
  readonly step: Distance;
  /** How it is moved by keys, as it is read aloud. */
  readonly how: string;
  /** Where it was dropped, in pixels from where it was; null where it stays. */
  readonly drop: ((moved: Distance) => void) | null;
};
const still: Distance = { x: 0, y: 0 };
const stepped = (moved: number, step: number): number => (step === 0 ? 0 : Math.round(moved / step) * step);

/** Dragged with the pointer, or with the arrow keys and Enter: nothing is saved by it, only asked. */
export function DragBar({ className, unsure, left, width, label, step, how, drop }: Props) {
  const [moved, setMoved] = useState<Distance>(still);
  const from = useRef<Distance | null>(null);
  const finish = (to: Distance): void => {
    from.current = null;
    setMoved(still);
    if (drop && (to.x !== 0 || to.y !== 0)) drop(to);
  };
  if (!drop) return <span className={className} style={{ left, width }} title={label} data-unsure={unsure} />;
  const keys: Record<string, Distance> = {
    ArrowRight: { x: step.x, y: 0 },
    ArrowLeft: { x: -step.x, y: 0 },
    ArrowDown: { x: 0, y: step.y },
    ArrowUp: { x: 0, y: -step.y },
  };
  return (
    <button
      type="button"
      className={className}
      data-unsure={unsure}
      data-moving={moved.x !== 0 || moved.y !== 0}
      style={{ left: left + moved.x, width, ...(moved.y === 0 ? {} : { transform: `translateY(${moved.y}px)` }) }}
      title={label}
      aria-label={`${label}. ${how}`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, y: event.clientY };
      }}
      onPointerMove={(event) => {
        if (!from.current) return;
        const to = {
          x: stepped(event.clientX - from.current.x, step.x),
          y: stepped(event.clientY - from.current.y, step.y),
        };
        if (to.x !== moved.x || to.y !== moved.y) setMoved(to);
      }}
      onPointerUp={() => from.current && finish(moved)}
      onPointerCancel={() => finish(still)}
      onKeyDown={(event) => {
        const by = keys[event.key];
        if (by && (by.x !== 0 || by.y !== 0)) {
          event.preventDefault();
          setMoved({ x: moved.x + by.x, y: moved.y + by.y });
        }
        if (event.key === 'Escape') setMoved(still);
        if (event.key === 'Enter' && (moved.x !== 0 || moved.y !== 0)) {
          event.preventDefault();
          finish(moved);
        }
      }}
    />
  );
}
