import { addDays, type PlainDate } from '#core/calendar/days';
import { freeBetween } from '#server/queries/checkout/free';
import { business, services } from '#server/database/schema/business';
import { occupancies, places } from '#server/database/schema/places';
import { isNotNull } from 'drizzle-orm';
import { bookOnPage, cartOf, item, lessonRules, openTo, stayRules } from '../testing/bookingPage';
import { installation } from '../testing/installation';
import { demoDirectory } from '../e2e/installed';
import { readFileSync } from 'node:fs';
import { lighthouse } from './lighthouse';
import { say, time } from './measure';
import { withPage } from './served';

const serviceCount = 50;
const from = '2027-03-02' as PlainDate;
const year = 365;

/** What is free of 50 services over a year, against the bare query of everything that is taken. */
async function freeOverAYear(): Promise<void> {
  const app = await installation();
  const { db } = app.deps;
  const begin = Date.parse(`${from}T18:00Z`) / 1000;
  for (let index = 0; index < serviceCount; index++) {
    const id = `place-${index}`;
    await db.insert(places).values({ id, name: id, kind: 'stock', units: 3 });
    const uses = Array.from({ length: 100 }, (_, use) => {
      const fromSecond = begin + (use * 3.5 + (index % 3)) * 86_400;
      return { placeId: id, unit: (use % 3) + 1, fromSecond, toSecond: fromSecond + 86_400 * 2, note: 'bench' };
    });
    await db
      .insert(occupancies)
      .values(
        uses.map((use) => ({ ...use, fromSecond: Math.round(use.fromSecond), toSecond: Math.round(use.toSecond) })),
      );
    const rules = { ...(index % 2 ? lessonRules : stayRules), aheadDays: 400, needs: [{ anyOf: [id] }] };
    await openTo(app, { id: `service-${index}`, rules });
  }
  const rows = await db.select().from(services).where(isNotNull(services.booking));
  const [owner] = await db.select().from(business);
  const now = app.world.clock.now();
  let found = 0;
  const ours = await time(async () => {
    for (const service of rows) {
      const query = { service: service.id, from, to: addDays(from, year), count: 1 };
      const { days } = await freeBetween(db, { service, owner: owner!, now, query });
      found += days.length;
    }
  }, 5);
  const floor = await time(() => db.select().from(occupancies), 5);
  if (found === 0) throw new Error('nothing was looked at');
  const taken = await db.$count(occupancies);
  say(
    `What is free of ${rows.length} services over a year, ${taken} uses`,
    `${ours.toFixed(0)} ms, ${(ours / floor).toFixed(1)} times the bare query (${floor.toFixed(0)} ms)`,
  );
  await app.close();
}

/** Fifty at once for one place, then fifty at once for fifty. */
async function fiftyAtOnce(): Promise<void> {
  const app = await installation();
  await app.deps.db.insert(places).values([
    { id: 'lena', name: 'Lena', kind: 'person' },
    { id: 'scopes', name: 'Scopes', kind: 'stock', units: 50 },
  ]);
  await openTo(app, { id: 'lesson', rules: lessonRules });
  await openTo(app, { id: 'scope', rules: stayRules });
  const timed = async (items: Parameters<typeof cartOf>[1], name: string) => {
    const carts = await Promise.all(
      Array.from({ length: 50 }, (_, index) => cartOf(app, items, `Client${index} ${name}`)),
    );
    const took: number[] = [];
    const answers = await Promise.all(
      carts.map(async (cart) => {
        const start = performance.now();
        const answer = await app.checkOut(cart);
        took.push(performance.now() - start);
        return answer.ok;
      }),
    );
    const p95 = took.sort((a, b) => a - b)[Math.floor(took.length * 0.95)]!;
    return { p95, booked: answers.filter(Boolean).length };
  };
  const lesson = item('lesson', '2027-03-10T20:00', '2027-03-10T21:30');
  const stay = item('scope', '2027-03-12T10:00', '2027-03-15T10:00');
  const alone = await time(() => bookOnPage(app, [item('scope', '2027-04-12T10:00', '2027-04-15T10:00')]), 1);
  const one = await timed([lesson], 'One');
  const all = await timed([stay], 'All');
  say('Fifty at once for the last place', `${one.booked} booked, p95 ${one.p95.toFixed(0)} ms`);
  say(
    'Fifty at once for fifty places',
    `${all.booked} booked, p95 ${all.p95.toFixed(0)} ms, ${(all.p95 / alone).toFixed(1)} times one alone (${alone.toFixed(0)} ms)`,
  );
  await app.close();
}

const laneCount = 5000;

/** Frames while 5,000 lanes scroll, against the same scroll of an empty box of that height. */
async function lanesScroll(): Promise<void> {
  await withPage(4397, async ({ page, address }) => {
    const lanes = Array.from({ length: laneCount }, (_, index) => ({
      number: `B-${index}`,
      client: `Client ${index}`,
      title: 'A stay',
      service: 'Stay',
      colour: 'teal',
      stage: 'secured',
      start: '2027-03-05T10:00',
      end: '2027-03-12T10:00',
      currency: 'EUR',
      startAt: '2027-03-05T10:00:00Z',
      endAt: '2027-03-12T10:00:00Z',
      marks: [{ at: '2027-03-02T10:00:00Z', amount: 100_00, state: 'received' }],
      cover: {
        amount: 400_00,
        from: '2027-03-04T10:00:00Z',
        until: '2027-03-14T10:00:00Z',
        gapFrom: null,
        inForce: true,
      },
    }));
    await page.route('**/api/lanes?*', async (route) => {
      const query = new URL(route.request().url()).searchParams;
      await route.fulfill({ json: { from: query.get('from'), to: query.get('to'), lanes } });
    });
    await page.goto(`${address}/lanes`, { waitUntil: 'networkidle' });
    await page.getByRole('button', { name: 'Four weeks later' }).click();
    await page.getByText('5,000 bookings').waitFor();
    const frames = await page.evaluate(async () => {
      const scroll = async (box: Element): Promise<number> => {
        const took: number[] = [];
        let before = await new Promise<number>(requestAnimationFrame);
        for (let step = 0; step < 120; step++) {
          box.scrollTop += 190;
          const now = await new Promise<number>(requestAnimationFrame);
          took.push(now - before);
          before = now;
        }
        return took.sort((a, b) => a - b)[Math.floor(took.length * 0.95)]!;
      };
      const empty = document.createElement('div');
      empty.style.cssText = 'position:fixed;inset:0;overflow:auto;z-index:99';
      empty.innerHTML = '<div style="height:230000px"></div>';
      document.body.append(empty);
      const floor = await scroll(empty);
      empty.remove();
      return { floor, ours: await scroll(document.querySelector('[aria-label="Bookings over time"]')!) };
    });
    say(
      'Lanes with 5,000 bookings: p95 of a frame while scrolling',
      `${frames.ours.toFixed(1)} ms, ${(frames.ours / frames.floor).toFixed(2)} times an empty box (${frames.floor.toFixed(1)} ms)`,
    );
  });
}

/** So many looks a minute at the public calendar for a week. */
const looks = 7 * 24 * 60;
const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;

/** The public page on a phone; then a week of looks at its calendar, and what they leave in memory. */
async function publicPage(): Promise<void> {
  await withPage(
    4398,
    async ({ address, pid }) => {
      say('Lighthouse (phone), the booking page', lighthouse(`${address}/book`));
      // The connection from before Lighthouse ran has been closed since.
      await fetch(`${address}/healthz`).catch(() => null);
      const days = ['2027-05-14', '2027-05-31', '2027-06-01', '2027-06-30', '2027-07-01', '2027-07-31'];
      const services = ['dobsonian', 'rig', 'coaching', 'dome', 'mirror'];
      const seen: number[] = [];
      for (let look = 0; look < looks; look++) {
        const month = (look % 3) * 2;
        const query = new URLSearchParams({ service: services[look % 5]!, from: days[month]!, to: days[month + 1]! });
        const answer = await fetch(`${address}/api/client/free?${query.toString()}`);
        if (!answer.ok) throw new Error(`looked and was answered ${answer.status}`);
        await answer.arrayBuffer();
        if (look % 500 === 499) seen.push(memoryOf(pid));
      }
      const third = Math.floor(seen.length / 3);
      const mean = (part: readonly number[]): number => part.reduce((total, each) => total + each, 0) / part.length;
      const [first, last] = [mean(seen.slice(third, 2 * third)), mean(seen.slice(2 * third))];
      say(
        `${looks.toLocaleString('en')} looks at the public calendar, one a minute for a week`,
        `${first.toFixed(0)} MB in the second third, ${last.toFixed(0)} MB in the last, ${(last / first).toFixed(2)} times`,
      );
    },
    async () => ({ OSTENDO_DATA: await demoDirectory() }),
  );
}

export async function clientBooking(): Promise<void> {
  await publicPage();
  await freeOverAYear();
  await fiftyAtOnce();
  await lanesScroll();
}
