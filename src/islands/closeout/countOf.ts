/** `1 booking`, `3 bookings`. */
export const countOf = (count: number, noun: string): string => `${count} ${noun}${count === 1 ? '' : 's'}`;
