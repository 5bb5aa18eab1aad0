/** A page of a client's, given in an address, that may be led back to; empty for anything else. */
export const safeBack = (given: string): string => (/^\/(?:b|r|book\/pay)\/[\w-]+$/.test(given) ? given : '');
