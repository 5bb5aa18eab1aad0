import type { StoryApp } from '#demo/asThemselves';
import { payAccounts } from '#server/database/schema/ways';
import { services } from '#server/database/schema/business';
import { allShown } from '#core/paymentMethods/ways';
import { testBankAccount } from '#world/accounts/testBankAccounts';
import { type CardBehaviour, testNumber } from '#world/cardNetwork/testCards';
import { asc, eq } from 'drizzle-orm';

type Connection = Parameters<StoryApp['connect']>[0];

/** What the demo's owner has connected, in that order; a test account is left over from the first days. */
const connections: readonly Connection[] = [
  { provider: 'tarn', mode: 'live', currency: 'EUR' },
  { provider: 'tarn', mode: 'live', currency: 'USD' },
  { provider: 'beck', mode: 'live', currency: 'EUR' },
  { provider: 'scree', mode: 'live', currency: 'EUR' },
  { provider: 'fell', mode: 'live', currency: 'EUR' },
  { provider: 'fell', mode: 'test', currency: 'EUR' },
];

/** Connects them as the owner does, who agrees on each processor's page, and says what clients are shown. */
export async function furnishWays(app: StoryApp): Promise<void> {
  for (const connection of connections) {
    const begun = await app.connect(connection);
    if (!begun.ok) throw new Error(begun.refusal.code);
    const state = new URL(begun.value.url).searchParams.get('state')!;
    const made = await app.finishConnecting({ state, code: await app.world.agree(connection) });
    if (!made.ok) throw new Error(made.refusal.code);
  }
  await app.savePaymentMethods({
    ways: { hidden: ['reader', 'cheque', 'cash'], online: await accountOf(app, 'tarn', 'EUR') },
    transferTo: '',
  });
}

/** The long rentals outlast an authorisation of a week: from the demo's day on they go to who holds for a month. */
export async function chooseForRentals(app: StoryApp): Promise<void> {
  const online = await accountOf(app, 'fell', 'EUR');
  await app.deps.db
    .update(services)
    .set({ ways: { ...allShown, online } })
    .where(eq(services.id, 'rig'));
}

async function accountOf(app: StoryApp, provider: string, currency: string): Promise<string> {
  const rows = await app.deps.db.select().from(payAccounts).orderBy(asc(payAccounts.seq));
  return rows.find((row) => row.provider === provider && row.currency === currency && row.mode === 'live')!.id;
}

/** The number of a made-up card; its digits follow from the key. */
export const demoCard = (key: string, card: CardBehaviour = 'approves'): string => testNumber(card, digitsOf(key));

const digitsOf = (key: string): number =>
  [...key].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 899_999_999, 7);

/** A token of a made-up card or bank account, typed in the frame of that account. */
export async function demoToken(
  app: StoryApp,
  about: { readonly account: string; readonly key: string; readonly card?: CardBehaviour },
): Promise<string> {
  const { key, card } = about;
  const [row] = await app.deps.db.select().from(payAccounts).where(eq(payAccounts.id, about.account));
  const number = row!.way === 'debit' ? testBankAccount('settles', digitsOf(key)) : demoCard(key, card);
  const made = await app.world.tokenise(row!.reference, number);
  if ('fault' in made) throw new Error(made.fault);
  return made.token;
}
