import type { StoryApp } from '#demo/asThemselves';
import { factsThatCount } from '#core/bookings/factsThatCount';
import { bookingState } from '#core/bookings/bookingState';
import { addDays } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { dateOf, timeOf, type WallTime, wallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { demoNow, demoOwner, type DemoBooking, type Happening } from '#demo/scenario';
import { demoToken } from '#demo/ways';
import { dealOf } from '#server/bookings/dealOf';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { services } from '#server/database/schema/business';
import { offeredFor } from '#server/paymentMethods/offered';
import { eq } from 'drizzle-orm';

/** A time of the demo's business. */
export const moment = (wall: string): Instant => instantOfWall(wall as WallTime, demoOwner.timeZone);
export const emailOf = (name: string): string =>
  `${name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z]+/g, '.')
    .slice(0, 40)
    .replace(/\.$/, '')}@example.com`;

/** What requests about the so-manieth booking of a list are known by. */
export const bookingKey = (prefix: string, index: number): string => `${prefix}-${String(index).padStart(4, '0')}`;
export const stepKey = (prefix: string, index: number, step: number): string => `${prefix}-${index}-${step}`;

/** Something that is done at its moment. */
export type Step = { at: Instant; run: () => Promise<void> };

type Telling = {
  /** Of the keys that requests are known by. */
  readonly prefix?: string;
  /** The demo's day where nothing else is said. */
  readonly until?: Instant;
};

/** Tells these bookings alone, in a business that stands, up to a moment. */
export const tellBookings = (app: StoryApp, bookings: readonly DemoBooking[], about: Telling = {}): Promise<void> =>
  inTurn(
    app,
    bookings.flatMap((booking, index) => stepsOf(app, booking, index, about.prefix)),
    () => undefined,
    about.until,
  );

/** Carries out steps in the order of their moments, up to a moment, along the moving clock. */
export async function inTurn(
  app: StoryApp,
  unsorted: readonly Step[],
  progress: (share: number, at: Instant) => void,
  end = moment(demoNow),
): Promise<void> {
  const steps = unsorted.toSorted((a, b) => (a.at < b.at ? -1 : 1));
  let done = 0;
  for (const { at, run } of steps.filter((step) => step.at <= end)) {
    if (at > app.world.clock.now()) await app.moveClock(at);
    await run();
    progress(++done / steps.length, at);
  }
  await app.moveClock(end);
}

/** What is booked, for how much. */
export const askedFor = ({ service, title, start, end, total }: DemoBooking, taxes: readonly string[]) => ({
  serviceId: service,
  title,
  start: start as WallTime,
  end: end as WallTime,
  lines: [{ id: 'service', label: title, quantity: '1' as Decimal, unitPrice: minor(total), taxes: [...taxes] }],
});

/** A booking's own. @param prefix of the keys that its requests are known by */
export function stepsOf(app: StoryApp, booking: DemoBooking, index: number, prefix = 'demo'): Step[] {
  let id = '';
  const book = async (): Promise<void> => {
    const [service] = await app.deps.db.select().from(services).where(eq(services.id, booking.service));
    const made = await app.createBooking({
      requestKey: bookingKey(prefix, index),
      clientName: booking.client,
      clientEmail: emailOf(booking.client),
      termsId: service!.termsId,
      ...askedFor(booking, service!.taxCodes),
    });
    if (!made.ok) throw new Error(`${booking.title}: ${made.refusal.code}`);
    id = made.value.id;
  };
  const later = booking.then.map(([at, happening], step): Step => ({
    at: moment(at),
    run: () => happen(app, id, happening, stepKey(prefix, index, step)),
  }));
  return [{ at: moment(booking.booked), run: book }, ...later];
}

async function happen(app: StoryApp, bookingId: string, happening: Happening, key: string): Promise<void> {
  const expectOk = <T>(result: { ok: true; value: T } | { ok: false; refusal: { code: string } }): T => {
    if (!result.ok) throw new Error(`${key} ${happening.do}: ${result.refusal.code}`);
    return result.value;
  };
  const loaded = (await readBooking(app.deps.db, bookingId))!;
  const current = bookingState(agreedOf(loaded.booking), loaded.facts, app.world.clock.now());
  switch (happening.do) {
    case 'pay':
    case 'giveCard': {
      const amount = current.position.dueNow;
      if (happening.do === 'pay' && amount === 0) return; // paid already, by an earlier card
      const { online } = await offeredFor(app.deps.db, app.deps, [loaded.booking], app.world.clock.now());
      const account = online[0]!.id;
      const { url } = expectOk(await app.copyLink({ bookingId, requestKey: key }));
      const about = {
        link: url.split('/').at(-1)!,
        attempt: `${key}-try`,
        account,
        card: await demoToken(app, { account, key, card: happening.card }),
      };
      const paid = expectOk(
        happening.do === 'pay' ? await app.payByClient({ ...about, amount }) : await app.giveCard(about),
      );
      if (paid.state === 'confirm' && happening.do === 'pay' && happening.confirm) {
        await app.world.answerConfirmation(paid.url.split('/').at(-1)!, true);
        await app.settle();
      }
      return;
    }
    case 'record': {
      const { amount, method } = happening;
      expectOk(await app.recordPayment({ bookingId, requestKey: key, amount: minor(amount), method }));
      return;
    }
    case 'closeOut': {
      if (current.stage !== 'toCloseOut') return;
      const claims = (happening.claims ?? []).map(([reason, amount], at) => ({
        id: `claim-${at + 1}`,
        reason,
        amount: minor(amount),
      }));
      expectOk(await app.closeOut({ bookingId, claims, coverBalance: happening.coverBalance ?? false }));
      return;
    }
    case 'own':
      await happening.run(app, bookingId, key);
      return;
    case 'cancel':
      expectOk(await app.cancelBooking({ bookingId, by: happening.by }));
      return;
    case 'acceptGap':
      expectOk(await app.acceptGap({ bookingId, requestKey: key }));
      return;
    case 'change': {
      const deal = dealOf(loaded.booking);
      const { currency: _currency, ...price } = deal.price;
      const moved = (wall: WallTime): WallTime => wallTime(addDays(dateOf(wall), happening.days ?? 0), timeOf(wall));
      const [first, ...others] = price.lines;
      const lines = happening.price ? [{ ...first!, unitPrice: minor(happening.price) }, ...others] : [...price.lines];
      const instalments = deal.terms.instalments.map((rule) =>
        rule.name === happening.open ? { ...rule, due: { open: true as const } } : rule,
      );
      expectOk(
        await app.changeBooking({
          bookingId,
          requestKey: `${key}-change`,
          seen: factsThatCount(loaded.facts),
          title: deal.title,
          start: moved(deal.start),
          end: moved(deal.end),
          price: { ...price, lines: lines.map((line) => ({ ...line, taxes: [...(line.taxes ?? [])] })) },
          terms: { ...deal.terms, instalments },
          giveBack: true,
          sure: true,
        }),
      );
    }
  }
}
