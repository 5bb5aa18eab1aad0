import { readBooking } from '#server/bookings/lockBooking';
import { rowsOf } from '#server/database/database';
import { facts } from '#server/database/schema/bookings';
import { words } from '#server/database/schema/words';
import { verify } from '#server/verify/verify';
import { verifyWords } from '#server/verify/verifyWords';
import { expect } from 'chai';
import { eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { type Installation, installation } from '../../../testing/installation';
import { bookingOf } from '../../../testing/onBooking';

describe('what people said, apart from the facts', () => {
  let app: Installation;
  let id: string;
  before(async () => {
    app = await installation();
    const booking = await bookingOf(app);
    id = booking.id;
    await booking.pay();
    const link = await booking.linkTo();
    const note = 'My brother Tom is in hospital.';
    const asked = await app.askChange({ link, attempt: randomUUID(), what: 'cancel', start: null, note });
    expect(asked.ok).to.equal(true);
    await app.lettersOut();
  });
  after(() => app.close());

  const noteOf = async () =>
    (await readBooking(app.deps.db, id))!.facts.find((fact) => fact.kind === 'clientAsked')!.note;
  const inFacts = async (text: string) =>
    (await rowsOf(app.deps.db, sql`select seq from ${facts} where ${facts.fact}::text like ${`%${text}%`}`)).length;
  const refused = async (change: Promise<unknown>) => {
    const caught = await change.then(
      () => null,
      (error: Error) => error,
    );
    expect(String(caught?.cause ?? caught)).to.include('words are written once, and can only go');
  };

  it('a note, an address and a subject stand in no fact', async () => {
    expect(await noteOf()).to.equal('My brother Tom is in hospital.');
    for (const text of ['brother Tom', 'ines@example.com', 'booking is']) expect(await inFacts(text), text).to.equal(0);
    expect(await verify(app.deps)).to.deep.equal([]);
  });
  it('are written once', async () => {
    await refused(app.deps.db.update(words).set({ said: { note: 'another' } }));
    await refused(app.deps.db.delete(words));
    await refused(app.deps.db.update(words).set({ id: 77, said: null }).where(eq(words.id, 1)));
  });
  it('are missed by verify where they stand in a fact, or nowhere', async () => {
    const wrong = new Error('taken back');
    const caught = await app.deps.db
      .transaction(async (tx) => {
        await tx.insert(words).values({ said: { note: 'nobody holds it' } });
        await tx.execute(
          sql`insert into ${facts} (booking_id, at, fact) values (${id}, '2027-03-01T12:00:00Z', '{"kind":"lapsed","note":"x"}')`,
        );
        expect((await verifyWords(tx)).map(({ what, kept }) => [what, kept])).to.deep.equal([
          ['words inside facts', 1],
          ['words of no fact', 1],
        ]);
        throw wrong;
      })
      .catch((error: unknown) => error);
    expect(caught).to.equal(wrong);
  });
  it('can go, and facts, books and pages stay', async () => {
    await app.deps.db.update(words).set({ said: null });
    expect(await noteOf()).to.equal('');
    expect(await verify(app.deps)).to.deep.equal([]);
    const { number } = (await readBooking(app.deps.db, id))!.booking;
    const view = (await app.queries.booking(number))!;
    expect(view.facts.length).to.be.greaterThan(4);
    expect(JSON.stringify(view.facts)).not.to.match(/brother Tom|ines@/);
    await app.at('2027-04-30T09:00');
    expect(await verify(app.deps)).to.deep.equal([]);
  });
});
