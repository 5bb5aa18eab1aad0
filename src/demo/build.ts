import type { App } from '#compose';
import type { Actor } from '#core/people/actor';
import type { Instant } from '#core/calendar/instant';
import type { Decimal } from '#core/money/decimal';
import { afterBookings, heardService, heardTerms } from '#demo/after';
import { asThemselves, type StoryApp } from '#demo/asThemselves';
import { bankDays, furnishBooks, lookIntoBank, openBooksOfTheDemo } from '#demo/books';
import { accountOfTheSchool, clientsOfTheMorning, creditOfTheDemo } from '#demo/clients';
import { furnishPage, picturesOfPage } from '#demo/page';
import { furnishPlaces } from '#demo/places';
import { furnishDemo, picturesOfLook, quoteStories, stepsOfQuote } from '#demo/quotes';
import { routineBookings } from '#demo/routine';
import { demoSignIn } from '#server/seed/demoSignIn';
import { demoBegins, demoOwner, demoServices, demoTaxes, toldBookings } from '#demo/scenario';
import { inTurn, moment, type Step, stepsOf } from '#demo/tell';
import { chooseForRentals, furnishWays } from '#demo/ways';
import { playApart } from '#demo/years/apart';
import { makeYears } from '#demo/years/years';
import { setUp } from '#server/seed/setUp';
import { starterTerms } from '#server/seed/starterTerms';

/** The same day and hour, so many years earlier. */
const yearsBefore = (wall: string, years: number): string => `${Number(wall.slice(0, 4)) - years}${wall.slice(4)}`;

/**
 * The demo's business as it stands on its first morning, with its settings, places, pages and accounts, and nothing booked.
 * @returns the application with each step done by whoever does it there, and who the owner is
 */
export async function foundDemo(composed: App, begins: string): Promise<{ app: StoryApp; person: Actor }> {
  await composed.world.clock.moveTo(moment(begins));
  // They are drawn in processes of their own, beside what follows, and in this order.
  const drawn = [picturesOfLook(composed), picturesOfPage(composed)] as const;
  const owner = { ...demoOwner, taxRate: demoOwner.taxRate as Decimal };
  const founded = composed.deps.db.transaction((tx) =>
    setUp(tx, owner, moment(begins), {
      services: [...demoServices, heardService],
      terms: [...starterTerms, heardTerms],
      taxes: demoTaxes,
    }),
  );
  // A password is made unreadable beside this thread.
  const signedUp = composed.signIn().then(({ api }) => api.signUpEmail({ body: { ...demoSignIn } }));
  const [{ user }] = await Promise.all([signedUp, founded]);
  const person: Actor = { kind: 'person', id: user.id };
  const app = asThemselves(composed, person);

  await furnishWays(app);
  await furnishPlaces(app);
  await furnishBooks(app, begins);
  await furnishDemo(app, await drawn[0]);
  await furnishPage(app, await drawn[1]);
  return { app, person };
}

/** In each year of before so many are booked. */
const bookingsOfYear = 2500;

/**
 * Makes the demo's five months by running the real use cases along the moving clock, so that journal, messages and
 * history are true.
 * @param years of before, with their ordinary bookings
 * @throws where a step is refused: the scenario and the rules have come apart
 */
export async function buildDemo(
  composed: App,
  progress: (share: number, at: Instant) => void,
  years = 0,
): Promise<void> {
  const { app, person } = await foundDemo(composed, yearsBefore(demoBegins, years));
  if (years > 0) {
    const about = { count: years * bookingsOfYear, until: moment(demoBegins), progress };
    await makeYears(app, person, about, playApart);
    await app.tend();
  }
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

/** The short rental's second version: bookings from before it keep the first. */
const secondVersion = (app: StoryApp): Step => ({
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
