import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { openClock } from '#world/clock/clock';
import { openClockMoves } from '#world/clock/moves';
import { standInClock } from '#world/clock/tables';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { freshDatabase } from '../../../testing/databases';
import { eventually } from '../../../testing/eventually';

const start = '2027-03-01T10:00:00Z' as Instant;
const codeOf = (answer: { ok: boolean; refusal?: { code: string } }): string =>
  answer.ok ? 'ok' : answer.refusal!.code;

describe('one clock for several processes', () => {
  /** A process with a clock of its own on the same database, and a hand on its move. */
  async function two() {
    const opened = await freshDatabase();
    const db = opened.db as never;
    await (await openClock(db)).moveTo(start);
    const process = async () => {
      const clock = await openClock(db);
      const steps: (() => void)[] = [];
      const moved: Instant[] = [];
      const move = async (to: Instant, progress: (at: Instant) => boolean): Promise<void> => {
        await new Promise<void>((resolve) => steps.push(resolve)); // its errands take their time
        await clock.moveTo(to);
        moved.push(to);
        progress(to);
      };
      const moves = openClockMoves({ clock, move, timeZone: async () => 'UTC', report: () => undefined });
      return { clock, moves, moved, finish: () => steps.splice(0).forEach((step) => step()) };
    };
    return { opened, db: opened.db, a: await process(), b: await process() };
  }
  const to = (text: string) => ({ to: text as WallTime });
  const quiet = (moves: { moving: () => unknown }): Promise<boolean> => eventually(() => !moves.moving());

  it('asked of both at once it is moved by one; the other is told', async () => {
    const { opened, a, b } = await two();
    const answers = await Promise.all([
      a.moves.startMovingClock(to('2027-03-02T10:00')),
      b.moves.startMovingClock(to('2027-03-03T10:00')),
    ]);
    expect(answers.map(codeOf).sort()).to.deep.equal(['clock_is_moving', 'ok']);
    for (const each of [a, b]) each.finish();
    await Promise.all([quiet(a.moves), quiet(b.moves)]);
    expect([...a.moved, ...b.moved]).to.have.length(1);
    await opened.close();
  });

  it('one that is behind does not put it back, and goes on from where the other left it', async () => {
    const { opened, a, b } = await two();
    await a.clock.moveTo('2027-03-05T10:00:00Z' as Instant);
    expect(b.clock.now(), 'it has not looked yet').to.equal(start);
    await b.clock.moveTo('2027-03-02T10:00:00Z' as Instant);
    expect(b.clock.now()).to.equal('2027-03-05T10:00:00Z');
    expect(codeOf(await b.moves.startMovingClock(to('2027-03-04T10:00')))).to.equal('clock_goes_forward');
    await opened.close();
  });

  it('the hand of a process that died is free after a while', async () => {
    const { opened, db, a, b } = await two();
    expect(await a.clock.takeHand()).to.equal(true);
    expect(await b.clock.takeHand()).to.equal(false);
    await db.update(standInClock).set({ seenAt: sql`now() - interval '2 minutes'` as never });
    expect(await b.clock.takeHand()).to.equal(true);
    expect(await a.clock.takeHand()).to.equal(false);
    await opened.close();
  });
});
