import { byItself } from '#server/actor/actorNow';
import { lockBooking, readBooking } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import { expect } from 'chai';
import { setTimeout as pause } from 'node:timers/promises';
import type { Installation } from '../../../testing/installation';
import { bookingOf } from '../../../testing/onBooking';
import { eachVerified } from '../../../testing/eachVerified';

describe('a booking that is locked', () => {
  let app: Installation;
  eachVerified((opened) => (app = opened));

  it('is read as whoever it waited for has left it', async () => {
    const { db, clock } = app.deps;
    const { id } = await bookingOf(app);
    const before = (await readBooking(db, id))!.facts.length;
    let locked: () => void;
    const isLocked = new Promise<void>((resolve) => (locked = resolve));
    let mayGoOn: () => void;
    const goesOn = new Promise<void>((resolve) => (mayGoOn = resolve));
    const told = { kind: 'sent', occasion: 'remind', subject: 'Soon', messageId: '<x@y>', to: 'ines@y' } as const;
    const first = byItself(() =>
      db.transaction(async (tx) => {
        const loaded = (await lockBooking(tx, id))!;
        locked();
        await goesOn;
        const now = clock.now();
        await recordFacts(tx, loaded, [{ ...told, at: now }], now);
      }),
    );
    await isLocked;
    const second = db.transaction((tx) => lockBooking(tx, id));
    // On a server it has asked by then, and waits.
    await pause(150);
    mayGoOn!();
    await first;
    expect((await second)!.facts.length).to.equal(before + 1);
  });

  it('that is not there is none', async () => {
    expect(await app.deps.db.transaction((tx) => lockBooking(tx, 'none'))).to.equal(null);
  });
});
