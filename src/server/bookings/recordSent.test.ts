import type { Instant } from '#core/calendar/instant';
import { byItself } from '#server/actor/actorNow';
import { readBooking } from '#server/bookings/lockBooking';
import { recordSent } from '#server/bookings/recordSent';
import { facts } from '#server/database/schema/bookings';
import { messages } from '#server/database/schema/work';
import { expect } from 'chai';
import { desc, eq } from 'drizzle-orm';
import type { Installation } from '../../../testing/installation';
import { bookingOf } from '../../../testing/onBooking';
import { eachVerified } from '../../../testing/eachVerified';

describe('that a letter of a booking has gone', () => {
  let app: Installation;
  let booking: string;
  eachVerified((opened) => (app = opened));
  beforeEach(async () => {
    booking = (await bookingOf(app)).id;
    await app.lettersOut();
  });
  const waiting = async () => {
    const [letter] = await app.deps.db.select().from(messages).where(eq(messages.bookingId, booking));
    await app.deps.db.update(messages).set({ state: 'outgoing', sentAt: null }).where(eq(messages.id, letter!.id));
    return letter!;
  };
  const gone = (letter: string, at: Instant) =>
    byItself(() =>
      app.deps.db.transaction((tx) =>
        recordSent(tx, {
          letter,
          booking,
          sent: { kind: 'sent', at, occasion: 'remind', subject: 'Soon', messageId: '<x@y>', to: 'ines@y' },
        }),
      ),
    );
  const last = async () => (await readBooking(app.deps.db, booking))!.facts.at(-1)!;

  it('is recorded once, by nobody, with what was said apart from it', async () => {
    const { id } = await waiting();
    const before = (await readBooking(app.deps.db, booking))!.facts.length;
    const at = app.deps.clock.now();
    await gone(id, at);
    await gone(id, at);
    const { facts: after } = (await readBooking(app.deps.db, booking))!;
    expect(after.length).to.equal(before + 1);
    expect(await last()).to.deep.equal({
      kind: 'sent',
      at,
      occasion: 'remind',
      subject: 'Soon',
      messageId: '<x@y>',
      to: 'ines@y',
      actor: { kind: 'clock' },
    });
    const [row] = await app.deps.db.select().from(facts).where(eq(facts.bookingId, booking)).orderBy(desc(facts.seq));
    expect(JSON.stringify(row!.fact)).to.not.include('Soon');
    expect(row).to.include({ at });
    const [letter] = await app.deps.db.select().from(messages).where(eq(messages.id, id));
    expect(letter).to.include({ state: 'sent', sentAt: at });
  });

  it('stands no earlier than what was recorded before it', async () => {
    const { id } = await waiting();
    const newest = (await last()).at;
    await gone(id, '2027-01-01T00:00:00Z' as Instant);
    expect(await last()).to.include({ kind: 'sent', at: newest });
    const [row] = await app.deps.db.select().from(facts).where(eq(facts.bookingId, booking)).orderBy(desc(facts.seq));
    expect(row!.at).to.equal(newest);
  });
});
