/** An id of a line or block: unique within its draft, which is all that it has to be. */
export const newId = (): string => crypto.randomUUID().slice(0, 12);
