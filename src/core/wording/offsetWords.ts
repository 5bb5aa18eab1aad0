import type { Offset } from '#core/calendar/offset';

export type Unit = 'hours' | 'days' | 'weeks' | 'months';

export function unitOf(offset: Offset): { count: number; unit: Unit } {
  const [unit, count] = Object.entries(offset).find(([key]) => ['hours', 'days', 'weeks', 'months'].includes(key))!;
  return { unit: unit as Unit, count: count as number };
}

/** `1 day`, `12 hours`, `2 months`. */
export function offsetWords(offset: Offset): string {
  const { count, unit } = unitOf(offset);
  return `${count} ${count === 1 ? unit.slice(0, -1) : unit}`;
}
