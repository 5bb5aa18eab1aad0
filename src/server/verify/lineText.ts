type Line = {
  readonly account: string;
  readonly amount: number;
  readonly tax?: { readonly code: string; readonly base: number };
};
type KeptLine = Omit<Line, 'tax'> & { readonly taxCode: string | null; readonly taxBase: number | null };

/** A line of an entry, as it is compared: what it moves, and of which tax. */
export const lineText = ({ account, amount, tax }: Line): string =>
  tax ? `${account} ${amount} ${tax.code} of ${tax.base}` : `${account} ${amount}`;

/** The same of a line as it is kept. */
export const keptLineText = ({ account, amount, taxCode, taxBase }: KeptLine): string =>
  lineText({ account, amount, ...(taxCode ? { tax: { code: taxCode, base: taxBase ?? 0 } } : {}) });
