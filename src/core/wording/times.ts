/** `once`, `twice`, `3 times`. */
export const times = (count: number): string => (count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`);
