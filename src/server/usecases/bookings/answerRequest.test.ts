import type { WallTime } from '#core/calendar/wallTime';
import { accounts } from '#core/books/journal/entry';
import { bookings, summaries } from '#server/database/schema/bookings';
import { accountBalances } from '#server/database/schema/journal';
import { occupancies } from '#server/database/schema/places';
import { verify } from '#server/verify/verify';
import type { PlainDate } from '#core/calendar/days';
import { usualDocuments } from '#core/invoices/settings';
import { minor } from '#core/money/minor';
import { demoSeller } from '#demo/books';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { randomUUID } from 'node:crypto';
import { bookOnPage, cartOf, item, lessonRules, openTo, placesFor } from '../../../../testing/bookingPage';
import { type Installation, installation } from '../../../../testing/installation';
import { codeOf } from '../../../../testing/onBooking';

const lesson = item('lesson', '2027-03-10T20:00', '2027-03-10T21:30');

describe('a booking that waits for a yes', () => {
  let app: Installation;
  const begin = async (rules: Partial<typeof lessonRules>): Promise<void> => {
    app = await installation();
    await placesFor(app);
    await openTo(app, { id: 'lesson', rules: { ...lessonRules, ...rules } });
  };
  afterEach(() => app.close());
  const clean = async () => expect(await verify(app.deps)).to.deep.equal([]);
  const only = async () => {
    const [row] = await app.deps.db
      .select({ id: bookings.id, stage: summaries.stage, decisions: summaries.decisions, agreed: bookings.agreed })
      .from(bookings)
      .innerJoin(summaries, eq(summaries.bookingId, bookings.id));
    return row!;
  };
  const answer = async (how: 'accept' | 'decline' | 'offer', note = '') =>
    app.answerRequest({ bookingId: (await only()).id, answer: how, note });
  const subjects = async (): Promise<string[]> =>
    (await app.world.mail.list('ines@example.com', 9)).map(({ subject }) => subject);

  it('asks the owner, keeps the place, and is agreed from the yes on', async () => {
    await begin({ confirm: 'owner' });
    const cart = await bookOnPage(app, [lesson]);
    expect((await cart.view()).next).to.equal('done');
    const asked = await only();
    expect([asked.stage, asked.decisions[0]!.kind]).to.deep.equal(['enquiry', 'request']);
    expect(await subjects()).to.deep.equal(['Service lesson: we have your request']);
    expect(codeOf(await app.checkOut(await cartOf(app, [lesson], 'Otto Prins')))).to.equal('place_taken');
    await app.at('2027-03-02T15:00');
    expect((await answer('accept')).ok).to.equal(true);
    const agreed = await only();
    expect([agreed.stage, agreed.agreed]).to.deep.equal(['waiting', '2027-03-02T15:00']);
    expect((await subjects())[0]).to.contain('secures your booking');
    expect((await cart.view()).next).to.equal('pay');
    expect((await cart.pay()).ok).to.equal(true);
    expect((await only()).stage).to.equal('secured');
    await clean();
  });

  it('reserves what is due with the request, takes it with the yes', async () => {
    await begin({ confirm: 'owner', authorise: true });
    const cart = await bookOnPage(app, [lesson]);
    const { next, dueNow } = await cart.view();
    expect([next, dueNow > 0]).to.deep.equal(['reserve', true]);
    expect((await cart.pay()).ok).to.equal(true);
    expect((await cart.view()).next).to.equal('done');
    await clean();
    expect((await answer('accept')).ok).to.equal(true);
    expect((await only()).stage).to.equal('secured');
    const view = await cart.view();
    expect(view.items[0]!.received).to.equal(dueNow);
    await clean();
    const [clearing] = await app.deps.db
      .select()
      .from(accountBalances)
      .where(eq(accountBalances.account, accounts.cardClearing));
    expect(clearing!.balance).to.equal(dueNow);
  });

  it('a letter to an address that nobody has confirmed names nobody whom a stranger named, and brings no paper', async () => {
    await begin({ confirm: 'owner' });
    const cart = await bookOnPage(app, [lesson]);
    const bill = {
      company: 'Grand Optics',
      street: 'Rua 1',
      postcode: '1000',
      city: 'Lisboa',
      country: 'PT',
      taxNumber: '',
      billTo: { name: 'Bela Somebody', email: 'bela@example.com' },
    };
    expect((await app.giveBill({ of: 'checkout', key: cart.key, bill })).ok).to.equal(true);
    await answer('accept');
    const settings = { ...usualDocuments, from: '2027-01-01' as PlainDate, onAccount: 'receipt' as const };
    await app.saveBusiness({ name: 'Vesper Hollow', line: '', email: 'hello@example.com', country: 'PT', look: {} });
    expect(await app.saveDocuments({ settings, seller: demoSeller })).to.deep.include({ ok: true });
    const letter = async () => {
      const [newest] = await app.world.mail.list('bela@example.com', 1);
      const { mime } = (await app.world.mail.read(newest!.seq))!;
      const { text = '', attachments } = await simpleParser(mime);
      return { text, papers: attachments.filter(({ contentType }) => contentType === 'application/pdf').length };
    };
    const asked = { bookingId: (await only()).id, requestKey: randomUUID(), amount: minor(1000) };
    expect(await app.invoiceOnAccount(asked)).to.deep.include({ ok: true });
    const before = await letter();
    expect(before.text).to.include('Dear client').and.not.include('Bela').and.not.include('Grand Optics');
    expect(before.papers).to.equal(0);
    expect((await cart.pay()).ok).to.equal(true);
    const after = await letter();
    expect(after.text, 'once money has come').to.include('Dear Bela Somebody');
    expect(after.papers).to.equal(1);
  });

  it('what was taken with the yes goes back over its card where the booking is called off', async () => {
    await begin({ confirm: 'owner', authorise: true });
    const cart = await bookOnPage(app, [lesson]);
    const { dueNow } = await cart.view();
    await cart.pay();
    await answer('accept');
    expect((await app.cancelBooking({ bookingId: (await only()).id, by: 'business' })).ok).to.equal(true);
    const { payments } = await app.world.network();
    expect(payments.map(({ amount }) => amount)).to.have.members([dueNow, -dueNow]);
    const { facts } = (await app.queries.booking('B-0001'))!;
    expect(facts.find((fact) => fact.kind === 'refunded')).to.deep.include({ amount: dueNow, method: 'card' });
    expect(facts.some((fact) => fact.kind === 'refundRefused')).to.equal(false);
    await clean();
  });

  it('lets go of what was reserved with a no, and tells the client what the owner wrote', async () => {
    await begin({ confirm: 'owner', authorise: true });
    const cart = await bookOnPage(app, [lesson]);
    await cart.pay();
    expect((await answer('decline', 'The road is closed that night.')).ok).to.equal(true);
    await app.settle();
    expect((await only()).stage).to.equal('lapsed');
    expect(await app.deps.db.$count(occupancies)).to.equal(0);
    expect(await (await app.cards()).liveAuthorisations()).to.deep.equal([]);
    const [newest] = await app.world.mail.list('ines@example.com', 1);
    expect((await app.world.mail.read(newest!.seq))!.text).to.contain('The road is closed that night.');
    expect(codeOf(await answer('accept'))).to.equal('nothing_asked');
    await clean();
  });

  it('gives the place back where nobody answers in time', async () => {
    await begin({ confirm: 'owner', authorise: true, answerHours: 24 });
    const cart = await bookOnPage(app, [lesson]);
    await cart.pay();
    await app.at('2027-03-02T10:00');
    expect((await only()).stage).to.equal('lapsed');
    expect(await (await app.cards()).liveAuthorisations()).to.deep.equal([]);
    expect((await subjects())[0]).to.contain('the place was given back');
    await clean();
  });

  it('asks the client for a yes by message, and keeps the place that long', async () => {
    await begin({ confirm: 'client', answerHours: 12 });
    const cart = await bookOnPage(app, [lesson]);
    expect((await cart.view()).next).to.equal('done');
    expect(await subjects()).to.deep.equal(['Service lesson: please confirm']);
    const link = await app.linkSentTo('ines@example.com');
    expect((await app.confirmByClient({ link })).ok).to.equal(true);
    expect((await app.confirmByClient({ link })).ok).to.equal(true);
    expect((await cart.view()).next).to.equal('pay');
    await cart.pay();
    expect((await only()).stage).to.equal('secured');
    await clean();
  });

  it('offers another time in place of the one asked for, and the client agrees', async () => {
    await begin({ confirm: 'owner' });
    await bookOnPage(app, [lesson]);
    const { id } = await only();
    const [row] = await app.deps.db.select().from(bookings).where(eq(bookings.id, id));
    const { currency: _currency, ...price } = row!.price;
    const lines = price.lines.map((line) => ({ ...line, taxes: [...(line.taxes ?? [])] }));
    const moved = await app.changeBooking({
      bookingId: id,
      requestKey: 'another-time',
      seen: 2,
      title: row!.title,
      giveBack: true,
      start: '2027-03-11T20:00' as WallTime,
      end: '2027-03-11T21:30' as WallTime,
      price: { ...price, lines },
    });
    expect(moved.ok).to.equal(true);
    expect((await answer('offer')).ok).to.equal(true);
    expect((await only()).stage).to.equal('waiting');
    expect(await subjects()).to.deep.equal(['Service lesson: please confirm', 'Service lesson: we have your request']);
    const link = await app.linkSentTo('ines@example.com');
    expect((await app.confirmByClient({ link })).ok).to.equal(true);
    await bookOnPage(app, [lesson], 'Otto Prins');
    await clean();
  });
});
