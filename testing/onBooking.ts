import { factsThatCount } from '#core/bookings/factsThatCount';
import { bookingState } from '#core/bookings/bookingState';
import type { Minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';
import { dealOf } from '#server/bookings/dealOf';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { bookings } from '#server/database/schema/bookings';
import { eq } from 'drizzle-orm';
import { testNumber } from '#world/cardNetwork/testCards';
import { randomUUID } from 'node:crypto';
import { type Installation, rental } from './installation';

type About = Parameters<typeof rental>[0];
type Change = Partial<Parameters<Installation['changeBooking']>[0]> & { total?: number };

/** A booking under test: what it is, and what its client and owner do with it. */
export async function bookingOf(app: Installation, about: About = {}, rules: Terms | null = null) {
  const termsId = rules ? await publish(app, rules) : (about?.termsId ?? 'rental');
  const made = await app.createBooking(rental({ ...about, termsId }));
  if (!made.ok) throw new Error(made.refusal.code);
  const { id, number } = made.value;
  const load = async () => (await readBooking(app.deps.db, id))!;
  const stands = async () => {
    const { booking, facts } = await load();
    return { ...bookingState(agreedOf(booking), facts, app.world.clock.now()), facts };
  };
  const linkTo = async (): Promise<string> => {
    const copied = await app.copyLink({ bookingId: id, requestKey: randomUUID() });
    if (!copied.ok) throw new Error(copied.refusal.code);
    return copied.value.url.split('/').at(-1)!;
  };
  return {
    id,
    number,
    stands,
    linkTo,
    pay: async (behaviour: Parameters<Installation['token']>[0] = 'approves', amount?: number, more = {}) => {
      const paid = await app.payByClient({
        link: await linkTo(),
        attempt: randomUUID(),
        card: await app.token(behaviour),
        amount: (amount ?? (await stands()).position.dueNow) as Minor,
        ...more,
      });
      await app.settle();
      return paid;
    },
    /** The same through one account, whatever is offered else. */
    payAt: async (account: string, behaviour: Parameters<Installation['token']>[0] = 'approves') => {
      const paid = await app.payByClient({
        link: await linkTo(),
        attempt: randomUUID(),
        card: await app.tokenAt(account, testNumber(behaviour)),
        account,
        amount: (await stands()).position.dueNow,
      });
      if (!paid.ok) throw new Error(paid.refusal.code);
      await app.settle();
    },
    giveCard: async (behaviour: Parameters<Installation['token']>[0]) => {
      const link = await linkTo();
      const given = await app.giveCard({ link, attempt: randomUUID(), card: await app.token(behaviour) });
      await app.settle();
      return given;
    },
    /** Changes what is given and leaves the rest as it is. */
    change: async ({ total, ...change }: Change) => {
      const { booking, facts } = await load();
      const deal = dealOf(booking);
      const { currency: _currency, ...price } = deal.price;
      const lines = price.lines.map((line) => ({
        ...line,
        taxes: [...(line.taxes ?? [])],
        ...(total === undefined ? {} : { unitPrice: total as Minor }),
      }));
      const changed = await app.changeBooking({
        bookingId: id,
        requestKey: randomUUID(),
        seen: factsThatCount(facts),
        title: deal.title,
        start: deal.start,
        end: deal.end,
        price: { ...price, lines },
        giveBack: true,
        sure: true,
        ...change,
      });
      await app.settle();
      return changed;
    },
    rules: async (): Promise<Terms> => {
      const [row] = await app.deps.db.select({ terms: bookings.terms }).from(bookings).where(eq(bookings.id, id));
      return row!.terms;
    },
    /** Subjects of the messages to the client, newest first. */
    mails: async (count = 20): Promise<string[]> =>
      (await app.world.mail.list('ines@example.com', count)).map(({ subject }) => subject),
    newestText: async (): Promise<string> => {
      const [newest] = await app.world.mail.list('ines@example.com', 1);
      return (await app.world.mail.read(newest!.seq))!.text;
    },
  };
}

/** Terms of a test's own. @returns their id */
export async function publish(app: Installation, rules: Terms): Promise<string> {
  const made = await app.publishTerms({ termsId: null, name: `terms ${randomUUID()}`, baseVersion: 0, rules });
  if (!made.ok) throw new Error(made.refusal.code);
  return made.value.termsId;
}

export const codeOf = (result: { ok: boolean; refusal?: { code: string } }): string | undefined => result.refusal?.code;
