import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import type { App } from '#compose';
import { asThemselves } from '#demo/asThemselves';
import { afterBookings, heardService, heardTerms } from '#demo/after';
import { bankDays, furnishBooks, lookIntoBank, openBooksOfTheDemo } from '#demo/books';
import { furnishPage } from '#demo/page';
import { furnishDemo, quoteStories, stepsOfQuote } from '#demo/quotes';
import { accountOfTheSchool, clientsOfTheMorning, creditOfTheDemo } from '#demo/clients';
import { furnishPlaces } from '#demo/places';
import { chooseForRentals, demoToken, furnishWays } from '#demo/ways';
import { offeredFor } from '#server/ways/offered';
import { routineBookings } from '#demo/routine';
import {
  demoBegins,
  demoNow,
  demoOwner,
  demoServices,
  demoTaxes,
  demoSignIn,
  type DemoBooking,
  type Happening,
  toldBookings,
} from '#demo/scenario';
import { addDays } from '#core/calendar/days';
import { dateOf, timeOf, wallTime } from '#core/calendar/wallTime';
import { factsThatCount } from '#core/booking/factsThatCount';
import { dealOf } from '#server/booking/dealOf';
import { readBooking, agreedOf } from '#server/booking/lockBooking';
import { standing } from '#core/booking/standing';
import { starterTerms } from '#server/starter/starterTerms';
import { setUp } from '#server/starter/setUp';
import { services } from '#server/database/schema/business';
import { eq } from 'drizzle-orm';

const moment = (wall: string): Instant => instantOfWall(wall as WallTime, demoOwner.timeZone);
const emailOf = (name: string): string =>
  `${name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z]+/g, '.')
    .slice(0, 40)
    .replace(/\.$/, '')}@example.com`;

type Step = { at: Instant; run: () => Promise<void> };

/**
 * Makes the demo's five months by running the real use cases along the moving clock, so that journal, messages and
 * history are true.
 * @throws where a step is refused: the scenario and the rules have come apart
 */
export async function buildDemo(composed: App, progress: (share: number, at: Instant) => void): Promise<void> {
  await composed.world.clock.moveTo(moment(demoBegins));
  const owner = { ...demoOwner, taxRate: demoOwner.taxRate as Decimal };
  await composed.deps.db.transaction((tx) =>
    setUp(tx, owner, moment(demoBegins), {
      services: [...demoServices, heardService],
      terms: [...starterTerms, heardTerms],
      taxes: demoTaxes,
    }),
  );
  const { user } = await composed.signIn.api.signUpEmail({ body: { ...demoSignIn } });
  const app = asThemselves(composed, { kind: 'person', id: user.id });

  await furnishWays(app);
  await furnishDemo(app);
  await furnishPage(app);
  await furnishPlaces(app);
  await furnishBooks(app);

  const all = [...toldBookings, ...routineBookings(38), ...afterBookings];
  const quoted = quoteStories
    .flatMap((story, index) => stepsOfQuote(app, story, index))
    .map(({ at, run }): Step => ({ at: moment(at), run }));
  const booked = all.flatMap((booking, index) => stepsOf(app, booking, index));
  // Last, so that the numbers of everything that is told before stay as they are.
  const morning: Step = {
    at: moment('2027-05-14T09:05'),
    run: async () => {
      await chooseForRentals(app);
      await creditOfTheDemo(app);
      await clientsOfTheMorning(app);
      await accountOfTheSchool(app);
      await openBooksOfTheDemo(app);
    },
  };
  const bank = bankDays.map((day): Step => ({ at: moment(`${day}T17:00`), run: () => lookIntoBank(app) }));
  await inTurn(app, [...booked, ...quoted, ...bank, secondVersion(app), morning], progress);
}

/** Tells these bookings alone, in a business that stands, up to the demo's day. */
export const tellBookings = (app: App, bookings: readonly DemoBooking[]): Promise<void> =>
  inTurn(
    app,
    bookings.flatMap((booking, index) => stepsOf(app, booking, index)),
    () => undefined,
  );

async function inTurn(
  app: App,
  unsorted: readonly Step[],
  progress: (share: number, at: Instant) => void,
): Promise<void> {
  const steps = unsorted.toSorted((a, b) => (a.at < b.at ? -1 : 1));
  const end = moment(demoNow);
  let done = 0;
  for (const { at, run } of steps.filter((step) => step.at <= end)) {
    if (at > app.world.clock.now()) await app.moveClock(at);
    await run();
    progress(++done / steps.length, at);
  }
  await app.moveClock(end);
}

function stepsOf(app: App, booking: DemoBooking, index: number): Step[] {
  let id = '';
  const book = async (): Promise<void> => {
    const [service] = await app.deps.db.select().from(services).where(eq(services.id, booking.service));
    const made = await app.createBooking({
      requestKey: `demo-${String(index).padStart(4, '0')}`,
      clientName: booking.client,
      clientEmail: emailOf(booking.client),
      serviceId: booking.service,
      title: booking.title,
      start: booking.start as WallTime,
      end: booking.end as WallTime,
      lines: [
        {
          id: 'service',
          label: booking.title,
          quantity: '1' as Decimal,
          unitPrice: minor(booking.total),
          taxes: [...service!.taxCodes],
        },
      ],
      termsId: service!.termsId,
    });
    if (!made.ok) throw new Error(`${booking.title}: ${made.refusal.code}`);
    id = made.value.id;
  };
  const later = booking.then.map(([at, happening], step): Step => ({
    at: moment(at),
    run: () => happen(app, id, happening, `demo-${index}-${step}`),
  }));
  return [{ at: moment(booking.booked), run: book }, ...later];
}

/** The short rental's second version: bookings from before it keep the first. */
const secondVersion = (app: App): Step => ({
  at: moment('2027-05-05T19:40'),
  run: async () => {
    const { name, rules } = starterTerms.find(({ id }) => id === 'rental')!;
    const balance = rules.instalments[1]!;
    const later = { ...balance, due: { on: 'start' as const, minus: { days: 5 } } };
    const second = { ...rules, instalments: [rules.instalments[0]!, later], holdCoversKeep: true };
    const made = await app.publishTerms({ termsId: 'rental', name, baseVersion: 1, rules: second });
    if (!made.ok) throw new Error(made.refusal.code);
  },
});

async function happen(app: App, bookingId: string, happening: Happening, key: string): Promise<void> {
  const expectOk = <T>(result: { ok: true; value: T } | { ok: false; refusal: { code: string } }): T => {
    if (!result.ok) throw new Error(`${key} ${happening.do}: ${result.refusal.code}`);
    return result.value;
  };
  const loaded = (await readBooking(app.deps.db, bookingId))!;
  const current = standing(agreedOf(loaded.booking), loaded.facts, app.world.clock.now());
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
