import { asThemselves, type StoryApp } from '#demo/asThemselves';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { type App, compose } from '#compose';
import { readConfig } from '#server/config';
import type { Deadlines } from '#server/external/deadlines';
import type { CardProcessor } from '#server/ports';
import { setUp } from '#server/seed/setUp';
import { payAccounts } from '#server/database/schema/ways';
import { jobs, messages } from '#server/database/schema/work';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { type CardBehaviour, testNumber } from '#world/cardNetwork/testCards';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { freshDatabase } from './databases';

export const zone = 'Europe/Lisbon';
const secret = 'a secret of the tests, long enough to be one';

export type Installation = StoryApp & {
  /** Sets the clock to a local time of the business and carries out what is due on the way. */
  at: (wall: string) => Promise<void>;
  token: (behaviour: CardBehaviour) => Promise<string>;
  /** A token of a number that was typed in that account's frame. */
  tokenAt: (accountId: string, number: string) => Promise<string>;
  /** The account that everything goes through unless a test connects others, and its processor as it is now. */
  account: string;
  cards: () => Promise<CardProcessor>;
  /** What waits for another try of a letter or an errand waits no longer. */
  pausesOver: () => Promise<void>;
  /** The client's link in the newest message to that address. */
  linkSentTo: (email: string) => Promise<string>;
};

/** Connects an account at a simulated processor, as the owner does who agrees on its page. @returns its id */
export async function connected(app: StoryApp, about: Parameters<StoryApp['connect']>[0]): Promise<string> {
  const begun = await app.connect(about);
  if (!begun.ok) throw new Error(begun.refusal.code);
  const state = new URL(begun.value.url).searchParams.get('state')!;
  const made = await app.finishConnecting({ state, code: await app.world.agree(about) });
  if (!made.ok) throw new Error(made.refusal.code);
  return made.value.accountId;
}

/** An installation with a business, stand-ins and a standing clock; `OSTENDO_TEST_SERVER` puts it on PostgreSQL. */
export async function installation(
  startAt = '2027-03-01T10:00',
  environment: Readonly<Record<string, string>> = {},
  deadlines?: Deadlines,
): Promise<Installation> {
  const opened = await freshDatabase();
  const config = readConfig({
    OSTENDO_SECRET: secret,
    OSTENDO_URL: 'http://ostendo.example.com',
    OSTENDO_UNDO_SECONDS: '0',
    ...environment,
  });
  const receiving: { app?: App } = {};
  const composed = await compose(config, {
    opened,
    ...(deadlines ? { deadlines } : {}),
    post: async (provider, body, headers) => ({
      ok: (await receiving.app!.receiveEvent(provider, body, new Headers(headers))) === 200,
    }),
  });
  receiving.app = composed;
  const app = asThemselves(composed);
  // What a test reads in the mailbox was written before: the outbox hands it over by itself, a moment later.
  const { list } = app.world.mail;
  app.world.mail.list = async (...asked) => {
    await app.lettersOut();
    return list(...asked);
  };
  const moment = (wall: string): Instant => instantOfWall(wall as WallTime, zone);
  await app.world.clock.moveTo(moment(startAt));
  const owner = {
    name: 'Vesper Hollow',
    line: 'Stargazing',
    email: 'hello@vesper.example.com',
    timeZone: zone,
    currency: 'EUR',
    taxRate: '23' as Decimal,
  };
  await opened.db.transaction((tx) => setUp(tx, owner, moment(startAt)));
  const account = await connected(app, { provider: 'tarn', mode: 'live', currency: 'EUR' });
  const tokenAt = async (accountId: string, number: string): Promise<string> => {
    const [row] = await opened.db.select().from(payAccounts).where(eq(payAccounts.id, accountId));
    const made = await app.world.tokenise(row!.reference, number);
    if ('fault' in made) throw new Error(made.fault);
    return made.token;
  };
  return {
    ...app,
    account,
    cards: () => processorOf(app.deps, account),
    at: (wall) => app.moveClock(moment(wall)),
    tokenAt,
    token: async (behaviour) => {
      return tokenAt(account, testNumber(behaviour));
    },
    pausesOver: async () => {
      await opened.db.update(messages).set({ triedAt: null });
      await opened.db.update(jobs).set({ triedAt: null });
    },
    linkSentTo: async (email) => {
      const [newest] = await app.world.mail.list(email, 1);
      const { text } = (await app.world.mail.read(newest!.seq))!;
      return /\/b\/([\w-]+)/.exec(text)![1]!;
    },
  };
}

/** One line with the tax inside. */
export const linesOf = (label: string, total: number): Parameters<StoryApp['createBooking']>[0]['lines'] => [
  { id: 'service', label, quantity: '1' as Decimal, unitPrice: minor(total), taxes: ['VAT'] },
];

/** The rental of the path to show: 16 days, 30 % deposit, balance 7 days before, a hold of 400. */
export const rental = ({
  total = 800_00,
  ...about
}: Partial<Parameters<StoryApp['createBooking']>[0]> & { total?: number } = {}) => ({
  requestKey: randomUUID(),
  clientName: 'Ines Valadar',
  clientEmail: 'ines@example.com',
  serviceId: 'rental',
  title: '10-inch Dobsonian, 16 days',
  start: '2027-04-05T18:00' as WallTime,
  end: '2027-04-21T18:00' as WallTime,
  lines: linesOf('10-inch Dobsonian', total),
  termsId: 'rental',
  ...about,
});
