import type { Minor } from '#core/money/minor';
import { outsideTransactions } from '#server/database/onlyInside';
import { messages } from '#server/database/schema/work';
import { openOutbox } from '#server/mail/outbox/outbox';
import { writeLetter, writeNotice } from '#server/mail/notify/write';
import { expect } from 'chai';
import { asc, eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { eventually } from '../../../../testing/eventually';
import { type Installation, installation } from '../../../../testing/installation';
import { brokenMailServer, smtpServer } from '../../../../testing/mailServers';
import { bookingOf } from '../../../../testing/onBooking';

const asked = (about: { clientEmail?: string } = {}) => ({
  requestKey: randomUUID(),
  clientName: 'Ines Valadar',
  clientEmail: 'ines@example.com',
  note: 'mirror cleaning',
  currency: 'EUR',
  amount: 45_00 as Minor,
  smallest: null,
  expiresAt: null,
  send: true,
  ...about,
});

describe('the outbox', () => {
  let app: Installation;
  let ends: (() => Promise<unknown>)[] = [];
  const open = async (url: string, seconds = 60): Promise<Installation> => {
    app = await installation('2027-03-01T10:00', { SMTP_URL: url }, { processor: 15, mailbox: seconds });
    ends.push(() => app.close());
    return app;
  };
  afterEach(async () => {
    for (const end of ends.reverse()) await end();
    ends = [];
  });
  const states = async (): Promise<string[]> =>
    (await app.deps.db.select().from(messages).orderBy(asc(messages.seq))).map(
      ({ state, error }) => `${state}${error ? ` ${error}` : ''}`,
    );
  const requestLine = async () => (await app.creditView()).requests[0]!;

  it('a request asked for while mail is down is on its way, not sent; it goes out once when the server is back', async () => {
    const gone = await smtpServer();
    await gone.close();
    await open(gone.url);
    const made = await app.createRequest(asked());
    expect(made.ok).to.equal(true);
    await app.lettersOut();
    expect(await states()).to.deep.equal(['outgoing later']);
    expect(await requestLine()).to.deep.include({ going: 'outgoing', happened: [] });
    if (made.ok) await app.sendRequest({ requestId: made.value.id }); // pressed again, as the text invites
    expect(await states()).to.have.length(1);
    const back = await smtpServer(gone.port);
    ends.push(() => back.close());
    await app.pausesOver();
    await app.lettersOut();
    expect(back.taken.map(({ to }) => to)).to.deep.equal([['ines@example.com']]);
    expect((await requestLine()).happened.map(({ what }) => what)).to.deep.equal(['Sent to ines@example.com']);
    expect((await requestLine()).going).to.equal(null);
    const link = /\/r\/([\w-]+)/.exec(back.taken[0]!.mail.text!)![1]!;
    expect((await app.requestPage(link))!.number).to.equal('P-0001');
  });

  it('an address that the server refuses for good is given up at once, and Today says so', async () => {
    const server = await smtpServer();
    ends.push(() => server.close());
    server.state.behaviour = 'refuses';
    await open(server.url);
    const made = await app.createRequest(asked());
    await app.lettersOut();
    expect(await states()).to.deep.equal(['failed refused']);
    const [letter] = (await app.queries.failures()).waiting;
    expect(letter).to.deep.include({
      kind: 'letter',
      number: 'P-0001',
      who: 'Ines Valadar',
      why: 'refused',
      again: false,
    });
    expect((await app.queries.today()).failures).to.deep.equal({ count: 1, money: 0 });
    expect((await requestLine()).going).to.equal('failed');
    server.state.behaviour = 'takes';
    if (made.ok) await app.sendRequest({ requestId: made.value.id });
    await app.lettersOut();
    expect(server.taken, 'asked for again by its owner').to.have.length(1);
  });

  it('one that is tried again by hand and fails is not forgotten, though nothing was written since all had gone', async () => {
    const server = await smtpServer();
    ends.push(() => server.close());
    await open(server.url);
    server.state.behaviour = 'refuses';
    await app.createRequest(asked());
    await app.lettersOut();
    server.state.behaviour = 'takes';
    await app.createRequest(asked({ clientEmail: 'tomas@example.com' }));
    await app.lettersOut();
    const [letter] = (await app.queries.failures()).waiting;
    server.state.behaviour = 'later';
    await app.retryFailure({ kind: 'letter', id: letter!.id });
    await app.lettersOut();
    expect(await states()).to.deep.equal(['outgoing later', 'sent']);
    server.state.behaviour = 'takes';
    await app.pausesOver();
    await app.lettersOut();
    expect(await states()).to.deep.equal(['sent', 'sent']);
  });

  it('a server that takes the body and hangs up gets a message twice at most', async () => {
    const server = await brokenMailServer('hangsUp');
    ends.push(() => server.close());
    await open(server.url);
    await app.createRequest(asked());
    for (let tries = 0; tries < 6; tries++) {
      await app.lettersOut();
      await app.pausesOver();
    }
    expect(server.bodies).to.have.length(2);
    const idOf = (body: string): string => /^Message-ID: (.*)$/im.exec(body)![1]!;
    expect(idOf(server.bodies[0]!)).to.equal(idOf(server.bodies[1]!));
    expect(await states()).to.deep.equal(['failed unsure']);
    expect((await app.queries.failures()).waiting.map(({ why }) => why)).to.deep.equal(['unsure']);
  });

  it('a server that never says a word is in nobody’s way', async () => {
    const server = await brokenMailServer('silent');
    ends.push(() => server.close());
    await open(server.url, 0.2);
    const booking = await bookingOf(app);
    expect((await booking.pay()).ok).to.equal(true);
    await app.lettersOut();
    expect(await states()).to.include('outgoing later');
    expect(await states()).not.to.include('sent');
    expect((await booking.stands()).stage).to.equal('secured');
  });

  it('tries again with growing pauses, and ends', async () => {
    const gone = await smtpServer();
    await gone.close();
    await open(gone.url);
    await app.createRequest(asked());
    const pauses: number[] = [];
    for (let tries = 0; tries < 12; tries++) {
      await app.lettersOut();
      const [row] = await app.deps.db.select().from(messages);
      if (row!.state === 'failed') break;
      pauses.push(row!.pause);
      await app.pausesOver();
    }
    expect(pauses).to.have.length(9);
    expect(pauses).to.deep.equal([...pauses].sort((a, b) => a - b));
    expect(await states()).to.deep.equal(['failed later']);
  });

  it('nothing overtakes what waits for the same address; others do not wait', async () => {
    const server = await smtpServer();
    ends.push(() => server.close());
    await open(server.url);
    server.state.behaviour = 'later';
    await app.createRequest(asked());
    await app.lettersOut();
    server.state.behaviour = 'takes';
    await app.createRequest(asked());
    await app.createRequest(asked({ clientEmail: 'tomas@example.com' }));
    await app.lettersOut();
    expect(server.taken.map(({ to }) => to[0])).to.deep.equal(['tomas@example.com']);
    await app.pausesOver();
    await app.lettersOut();
    expect(server.taken.map(({ mail }) => /P-000\d/.exec(mail.text!)![0])).to.deep.equal([
      'P-0003',
      'P-0001',
      'P-0002',
    ]);
  });

  it('is written with its cause, and not without it', async () => {
    const server = await smtpServer();
    ends.push(() => server.close());
    await open(server.url);
    const notice = { subject: 'x', lines: ['y'], path: '/today', now: app.world.clock.now() };
    const undone = app.deps.db.transaction(async (tx) => {
      await writeNotice(tx, { ...notice, id: randomUUID(), key: 'a' });
      throw new Error('the cause did not happen');
    });
    await undone.catch(() => undefined);
    expect(await states()).to.deep.equal([]);
    for (const key of ['a', 'a', 'b'])
      await app.deps.db.transaction((tx) => writeNotice(tx, { ...notice, id: randomUUID(), key }));
    await app.lettersOut();
    expect(server.taken.map(({ mail }) => mail.subject)).to.deep.equal(['x', 'x']);
    expect(server.taken[0]!.mail.text).to.include('/today');
    const twice = await app.deps.db.transaction(async (tx) => {
      const about = { cause: 'b', occasion: 'notice', subject: 'x', path: '/today', madeAt: notice.now };
      return writeLetter(tx, { ...about, id: randomUUID(), recipient: 'a@example.com', body: ['y', 'Look'] });
    });
    expect(twice, 'one for a cause').to.equal(null);
  });

  it('is looked at again by who was woken in the very moment of ending, however near to it', async () => {
    app = await installation();
    ends.push(() => app.close());
    for (let steps = 0; steps < 12; steps++) {
      let looks = 0;
      const own = openOutbox(app.deps, {
        stop: async () => {
          if (looks++ > 0) return null;
          // So many steps after its only look it is woken.
          void Array.from({ length: steps })
            .reduce<Promise<unknown>>((before) => before.then(), Promise.resolve())
            .then(own.wake);
          return 'disk_full';
        },
      });
      own.wake();
      expect(await eventually(() => looks >= 2), `${steps} steps after`).to.equal(true);
      await own.stop();
    }
  });

  it('asks nothing of the database where nothing was written since it was empty, but where it is to look', async () => {
    app = await installation();
    ends.push(() => app.close());
    let looks = 0;
    const own = openOutbox(app.deps, {
      stop: async () => {
        looks++;
        return null;
      },
    });
    await own.quiet();
    expect(looks).to.equal(1);
    own.wake();
    await own.quiet();
    expect(looks, 'woken for nothing').to.equal(1);
    own.look();
    await own.quiet();
    expect(looks, 'looking for another process').to.equal(2);
    await app.deps.db.transaction(async (tx) => {
      const now = app.deps.clock.now();
      await writeNotice(tx, { id: randomUUID(), key: 'c', subject: 'x', lines: ['y'], path: '/today', now });
      // Nobody finds it before it is committed.
      await outsideTransactions(() => own.quiet());
      expect(looks, 'within the transaction').to.equal(2);
    });
    await own.quiet();
    expect(looks, 'once it is over').to.be.above(2);
    expect(await app.deps.db.$count(messages, eq(messages.state, 'outgoing'))).to.equal(0);
    await own.stop();
  });
});
