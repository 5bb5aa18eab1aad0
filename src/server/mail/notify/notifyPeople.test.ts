import { SaveTold } from '#contracts/settings/business';
import { minor } from '#core/money/minor';
import { type Notification, notifications } from '#core/messages/notified';
import { messages } from '#server/database/schema/work';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { type Installation, installation, rental } from '../../../../testing/installation';
import { bookOnPage, item, lessonRules, openTo, placesFor } from '../../../../testing/bookingPage';
import { eventually } from '../../../../testing/eventually';
import { bookingOf, codeOf } from '../../../../testing/onBooking';
import { sentQuote } from '../../../../testing/quoting';

const all = Object.keys(notifications) as Notification[];
const ada = { name: 'Ada', email: 'ada@vesper.example.com' };
const ben = { name: 'Ben', email: 'ben@vesper.example.com' };

describe('people of the business', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
  });
  afterEach(() => app.close());
  const toldTo = async (email: string): Promise<string[]> =>
    (
      await app.deps.db
        .select({ subject: messages.subject })
        .from(messages)
        .where(and(eq(messages.recipient, email), eq(messages.occasion, 'notice')))
        .orderBy(messages.seq)
    ).map(({ subject }) => subject);

  it('are told of what each wants to know, once, and of nothing that the business did itself', async () => {
    await app.saveTold({
      people: [
        { ...ada, of: all },
        { ...ben, of: ['returned'] },
      ],
    });
    const { id: bookingId, linkTo } = await bookingOf(app);
    expect(await toldTo(ada.email), 'made by the owner').to.deep.equal([]);
    const link = await linkTo();
    const pays = { link, attempt: 'first-payment-1', card: await app.token('approves'), amount: minor(240_00) };
    await app.payByClient(pays);
    await app.payByClient(pays);
    expect(await toldTo(ada.email)).to.deep.equal(['B-0001: €\u00a0240.00 came in from Ines Valadar']);
    await app.askChange({ link, attempt: 'ask-to-cancel-1', what: 'cancel', note: '', start: null });
    expect((await toldTo(ada.email)).at(-1)).to.equal('B-0001: Ines Valadar asks to cancel');
    await app.recordPayment({ bookingId, requestKey: 'by-hand-1', amount: minor(50_00), method: 'cash' });
    expect(await toldTo(ada.email), 'by hand').to.have.length(2);
    expect(await toldTo(ben.email)).to.deep.equal([]);
  });

  it('are told once of a client who booked and paid, and of a place that was given back', async () => {
    await app.saveTold({ people: [{ ...ada, of: all }] });
    await placesFor(app);
    await openTo(app, { id: 'night', rules: lessonRules });
    const paid = await bookOnPage(app, [item('night', '2027-03-10T20:00', '2027-03-10T21:30')]);
    expect(await toldTo(ada.email), 'a cart is no booking yet').to.deep.equal([]);
    await paid.pay();
    expect(await toldTo(ada.email)).to.deep.equal(['B-0001: Ines Valadar has booked']);
    await bookOnPage(app, [item('night', '2027-03-11T20:00', '2027-03-11T21:30')], 'Maud Ellingsen');
    await app.at('2027-03-01T10:20');
    expect((await toldTo(ada.email)).at(-1)).to.equal('B-0002: the place of Maud Ellingsen was given back, unpaid');
  });

  it('are asked by clients, and told of what a bank refused', async () => {
    await app.saveTold({ people: [{ ...ada, of: ['asked', 'refused'] }] });
    await placesFor(app);
    await openTo(app, { id: 'wish', rules: { ...lessonRules, confirm: 'owner' } });
    await bookOnPage(app, [item('wish', '2027-03-10T20:00', '2027-03-10T21:30')]);
    expect(await toldTo(ada.email)).to.deep.equal(['B-0001: Ines Valadar asks for a booking']);
    const rented = await bookingOf(app);
    await rented.pay('shortOnFile');
    await app.at('2027-03-30T10:00');
    expect((await toldTo(ada.email)).some((subject) => /^B-0002: a charge of .* was refused/.test(subject))).to.equal(
      true,
    );
  });

  it('are told of quotes where they want to be, and the business itself where nobody is named', async () => {
    let at = 10;
    const toldOf = async (people: Parameters<Installation['saveTold']>[0]['people']) => {
      await app.saveTold({ people });
      const { link } = await sentQuote(app);
      await app.writeOnQuote({ link, attempt: randomUUID(), what: 'decline', text: '' });
      await app.at(`2027-03-01T10:${at++}`);
      const rows = await app.deps.db
        .select()
        .from(messages)
        .where(eq(messages.occasion, 'ownerTold'))
        .orderBy(messages.seq);
      return rows.slice(-1).map(({ recipient, copyTo }) => [recipient, ...copyTo]);
    };
    expect(await toldOf([])).to.deep.equal([['hello@vesper.example.com']]);
    expect(
      await toldOf([
        { ...ada, of: ['quote'] },
        { ...ben, of: ['quote'] },
      ]),
    ).to.deep.equal([[ada.email, ben.email]]);
    const before = await app.deps.db.$count(messages, eq(messages.occasion, 'ownerTold'));
    await toldOf([{ ...ada, of: [] }]);
    expect(await app.deps.db.$count(messages, eq(messages.occasion, 'ownerTold'))).to.equal(before);
  });

  it('are each named once', () => {
    const twice = {
      people: [
        { ...ada, of: all },
        { ...ada, email: 'ADA@vesper.example.com', of: all },
      ],
    };
    const read = SaveTold.safeParse(twice);
    expect(read.success).to.equal(false);
    expect(read.error!.issues[0]!.path).to.deep.equal(['people', 1, 'email']);
  });
});

describe('a letter that the owner sends by hand', () => {
  let app: Installation;
  afterEach(() => app.close());
  const asked = async (seconds: string) => {
    app = await installation(undefined, { OSTENDO_UNDO_SECONDS: seconds });
    const made = await app.createBooking(rental());
    await app.at('2027-03-01T10:01');
    const before = (await app.world.mail.list('ines@example.com', 10)).length;
    const sent = await app.requestNow({ bookingId: made.ok ? made.value.id : '', requestKey: 'ask-by-hand-1' });
    return { before, messageId: sent.ok ? sent.value.messageId : '' };
  };
  const arrived = async () => (await app.world.mail.list('ines@example.com', 10)).length;

  it('waits, holds nothing else up, and can be called back', async () => {
    const { before, messageId } = await asked('60');
    expect(await arrived()).to.equal(before);
    await app.createBooking(rental({ requestKey: 'another-for-ines' }));
    await app.at('2027-03-01T10:02');
    expect(await arrived(), 'what came after it has gone').to.equal(before + 1);
    expect((await app.queries.messages()).outbox.filter(({ waits }) => waits)).to.have.length(1);
    expect(await app.recallMessage({ messageId })).to.deep.equal({ ok: true, value: null });
    expect(codeOf(await app.recallMessage({ messageId }))).to.equal('message_gone');
    await app.at('2027-03-01T10:05');
    expect(await arrived()).to.equal(before + 1);
  });

  it('goes when its wait is over, and then not back', async () => {
    const { before, messageId } = await asked('1');
    expect(await eventually(async () => (await arrived()) > before)).to.equal(true);
    expect(await arrived()).to.equal(before + 1);
    expect(codeOf(await app.recallMessage({ messageId }))).to.equal('message_gone');
  });

  it('is the only kind that can be called back', async () => {
    app = await installation();
    await app.createBooking(rental());
    const [letter] = await app.deps.db.select().from(messages);
    expect(codeOf(await app.recallMessage({ messageId: letter!.id }))).to.equal('message_gone');
  });
});
