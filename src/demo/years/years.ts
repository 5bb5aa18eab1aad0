import type { StoryApp } from '#demo/asThemselves';
import type { Actor } from '#core/people/actor';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import type { DemoBooking } from '#demo/scenario';
import { ordinaryBookings } from '#demo/years/ordinary';
import { play, type Played, type Playing } from '#demo/years/play';
import { readSettings } from '#demo/years/scene';
import { writePiece, writeRemains } from '#demo/years/write';

/** So many more are tried: for some there is no room. */
const tried = 1.1;

type Progress = (share: number, at: Instant) => void;

/**
 * Makes so many bookings between the clock's moment and a later one, all of which are over by then, and leaves the clock
 * there. What happens to each is decided by the core as for every other; what comes of it is written as sets.
 * @param playing plays them: in this thread, or in one of its own while this one writes
 * @returns their stories
 */
export async function makeYears(
  app: StoryApp,
  person: Actor,
  { count, until, progress }: { readonly count: number; readonly until: Instant; readonly progress: Progress },
  playing: (what: Playing) => AsyncIterable<Played> = play,
): Promise<readonly DemoBooking[]> {
  const from = app.world.clock.now();
  const settings = await readSettings(app, person);
  const { timeZone } = settings.owner;
  const stories = ordinaryBookings(Math.ceil(count * tried), localDate(from, timeZone), localDate(until, timeZone));
  const shareOf = (at: Instant): number => (Date.parse(at) - Date.parse(from)) / (Date.parse(until) - Date.parse(from));
  let made: readonly DemoBooking[] = [];
  for await (const { at, piece, remains } of playing({
    settings,
    stories,
    prefix: 'years',
    from,
    until,
    most: count,
  })) {
    await writePiece(app.deps.db, piece, until);
    if (remains) {
      await writeRemains(app.deps.db, remains);
      made = remains.stories;
    }
    progress(shareOf(at), at);
  }
  // What is left in between is of the accounts alone: their access is renewed.
  await app.moveClock(until);
  return made;
}
