import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import { bookingKey, stepKey } from '#demo/tell';
import type { DemoBooking, Happening } from '#demo/scenario';
import type { Life } from '#demo/years/life';
import { Payouts } from '#demo/years/payouts';
import { openScene, type Settings } from '#demo/years/scene';
import { begin, happenTo } from '#demo/years/steps';
import type { Piece, Remains } from '#demo/years/written';

type Step = { readonly at: Instant; readonly happening: Happening; readonly key: string };
/** A booking that is under way, with what its story has still to come. */
type UnderWay = { readonly life: Life; readonly steps: Step[] };

/** In the order of their moments; those of one moment in the order in which they came. */
class Queue<T> {
  readonly #moments: Instant[] = [];
  readonly #at = new Map<Instant, T[]>();

  push(at: Instant, each: T): void {
    const there = this.#at.get(at);
    if (there) {
      there.push(each);
      return;
    }
    this.#at.set(at, [each]);
    let low = 0;
    for (let high = this.#moments.length; low < high;) {
      const middle = (low + high) >> 1;
      if (this.#moments[middle]! > at) low = middle + 1;
      else high = middle;
    }
    this.#moments.splice(low, 0, at);
  }

  /** All of the next moment. */
  shift(): { readonly at: Instant; readonly all: readonly T[] } | null {
    const at = this.#moments.pop();
    if (at === undefined) return null;
    const all = this.#at.get(at)!;
    this.#at.delete(at);
    return { at, all };
  }
}

/** What the moment is for: a booking is made, or one goes on. */
type Due = { readonly begins: DemoBooking; readonly index: number } | UnderWay;

/** What is to be played. */
export type Playing = {
  readonly settings: Settings;
  readonly stories: readonly DemoBooking[];
  /** Of the keys that requests are known by. */
  readonly prefix: string;
  readonly from: Instant;
  readonly until: Instant;
  /** Of more than these none is begun. */
  readonly most: number;
};
/** What has come of it by a moment; `remains` with the last. */
export type Played = { readonly at: Instant; readonly piece: Piece; readonly remains: Remains | null };

/** So many facts are a piece. */
const factsOfPiece = 1000;

/**
 * Plays bookings, each thing at its own moment and in order, until nothing of any is left to be done; those for which there
 * is no room are left out.
 * @throws where something of a story is refused, or goes on past the end
 */
export async function* play({ settings, stories, prefix, from, until, most }: Playing): AsyncGenerator<Played> {
  const scene = openScene(settings, from);
  const { written, network } = scene;
  const moment = (wall: string): Instant => instantOfWall(wall as WallTime, scene.owner.timeZone);
  const begun: DemoBooking[] = [];
  const payouts = new Payouts(scene);
  const queue = new Queue<Due>();
  for (const [index, begins] of stories.entries()) queue.push(moment(begins.booked), { begins, index });
  const goOn = (due: UnderWay): void => {
    const next = [due.life.agenda.next(), due.steps[0]?.at ?? null].filter((at) => at !== null).sort()[0];
    if (next === undefined) due.life.end();
    else queue.push(next, due);
  };
  for (let next = queue.shift(); next; next = queue.shift()) {
    const { at, all } = next;
    if (at >= until) throw new Error(`something goes on after ${until}`);
    payouts.until(at);
    scene.clock.now = at;
    for (const due of all) {
      if ('life' in due) {
        await turn(due);
        goOn(due);
        continue;
      }
      const { begins, index } = due;
      const life = begun.length < most ? await begin(scene, begins, bookingKey(prefix, index)) : null;
      if (!life) continue;
      begun.push(begins);
      life.handOver();
      const steps = begins.then.map(([wall, happening], step): Step => ({
        at: moment(wall),
        happening,
        key: stepKey(prefix, index, step),
      }));
      goOn({ life, steps });
    }
    if (written.piece.made.length >= factsOfPiece) yield { at, piece: written.take(), remains: null };
  }
  payouts.until(until);
  const { cards, requests, authorisations, payments } = network;
  const remains = {
    stories: begun,
    lastNumber: written.lastNumber,
    counters: [...written.counters.values()],
    payouts: written.payouts,
    network: { cards, requests, authorisations, payments },
  };
  yield { at: until, piece: written.take(), remains };
}

/** What falls due comes before what somebody does at that moment; letters go out after each. */
async function turn({ life, steps }: UnderWay): Promise<void> {
  await settle(life);
  while (steps[0] && steps[0].at <= life.now) {
    const { happening, key } = steps.shift()!;
    await happenTo(life, happening, key);
    await settle(life);
  }
}

async function settle(life: Life): Promise<void> {
  await life.runDue();
  life.handOver();
  await life.runDue();
}
