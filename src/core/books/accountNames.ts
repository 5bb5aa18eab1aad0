/** The owner's own number and name of an account. The account stays what it is: a change of names rewrites nothing. */
export type AccountName = { readonly number: string; readonly name: string };
export type AccountNames = Readonly<Record<string, AccountName | undefined>>;

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The last part of it, as people say it. */
export const usualAccountName = (account: string): string => capital(account.split(':').slice(1).join(', '));

/** As the owner calls it: "1200 Bank". */
export function accountCalled(account: string, names: AccountNames): string {
  const own = names[account];
  return `${own?.number ?? ''} ${own?.name || usualAccountName(account)}`.trim();
}
