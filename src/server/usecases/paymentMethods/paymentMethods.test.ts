import type { WallTime } from '#core/calendar/wallTime';
import { decisionsOf } from '#core/bookings/decisions';
import { ledgerOf } from '#core/bookings/ledger';
import { payable, bookingState } from '#core/bookings/bookingState';
import { type Minor, minor } from '#core/money/minor';
import { accountBalances } from '#server/database/schema/journal';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { payAccounts } from '#server/database/schema/ways';
import { processorOf } from '#server/paymentMethods/payAccounts';
import type { Adapter } from '#server/ports';
import { paymentMethodsView } from '#server/queries/paymentMethods/paymentMethods';
import { verify } from '#server/verify/verify';
import { testBankAccount, type BankBehaviour } from '#world/accounts/testBankAccounts';
import { testNumber } from '#world/cardNetwork/testCards';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { connected, type Installation, installation, rental } from '../../../../testing/installation';

describe('ways to pay', () => {
  let app: Installation;
  let id: string;
  let link: string;
  beforeEach(async () => {
    app = await installation();
    const made = await app.createBooking(rental());
    if (!made.ok) throw new Error(made.refusal.code);
    id = made.value.id;
    link = await app.linkSentTo('ines@example.com');
  });
  afterEach(async () => {
    await app.settle();
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });

  const now = async (bookingId = id) => {
    const { booking, facts } = (await readBooking(app.deps.db, bookingId))!;
    return bookingState(agreedOf(booking), facts, app.world.clock.now());
  };
  const connect = (provider: string, mode: 'test' | 'live' = 'live', currency = 'EUR') =>
    connected(app, { provider, mode, currency });
  const tokenAt = (accountId: string, number: string): Promise<string> => app.tokenAt(accountId, number);
  const payBy = async (account: string, number: string, amount = 240_00) =>
    app.payByClient({
      link,
      attempt: randomUUID(),
      account,
      amount: minor(amount),
      card: await tokenAt(account, number),
    });
  const debit = (behaviour: BankBehaviour) => testBankAccount(behaviour, 1234);
  const page = async () => {
    const view = await app.queries.client(link);
    if ('fault' in view) throw new Error(view.fault);
    return view;
  };
  const mails = async () => (await app.world.mail.list('ines@example.com', 20)).map(({ subject }) => subject);

  describe('from a bank account', () => {
    it('is on its way for four days: not in hand, not asked for again, its place kept; then it counts', async () => {
      const beck = await connect('beck');
      const offered = (await page()).offered.online;
      expect(offered.map(({ way, settles }) => [way, settles])).to.deep.equal([
        ['card', null],
        ['debit', 'Fri 5 Mar'],
      ]);
      expect(offered[1]!.consent).to.include('collect this sum from my bank account').and.include('the balance of');
      expect(await payBy(beck, debit('settles'))).to.deep.equal({
        ok: true,
        value: { state: 'onTheWay', settles: '2027-03-05T10:00:00Z' },
      });
      const sent = await now();
      expect(sent.position.received).to.equal(0);
      expect(sent.stage).to.equal('waiting');
      expect(payable(sent)).to.deep.equal({ dueNow: 0, outstanding: 560_00 });
      expect(await page()).to.deep.include({ dueNow: 0, onTheWay: { amount: 240_00, settles: 'Fri 5 Mar' } });
      expect((await mails())[0]).to.include('is on its way');
      await app.at('2027-03-05T09:59');
      expect((await now()).position.received).to.equal(0);
      await app.at('2027-03-05T10:00');
      expect(await now()).to.deep.include({ stage: 'secured', onTheWay: 0 });
      expect((await now()).position.received).to.equal(240_00);
      expect((await mails())[0]).to.include('you are booked');
    });

    it('charges the balance to the same bank account, and asks for a card for the hold', async () => {
      const beck = await connect('beck');
      await payBy(beck, debit('settles'));
      await app.at('2027-03-29T18:00');
      const charged = await now();
      expect(charged.onTheWay).to.equal(560_00);
      expect(decisionsOf(charged).map(({ kind }) => kind)).to.not.include('late');
      expect(charged.ledger.card).to.deep.include({ way: 'debit', last4: '1234' });
      expect(charged.ledger.holdCard).to.equal(null);
      await app.at('2027-04-03T12:00');
      expect((await now()).position.outstanding).to.equal(0);
      await app.at('2027-04-06T12:00');
      expect(await page()).to.deep.include({ cardWanted: 'hold' });
    });

    it('is not taken from the hold once more, nor given up, while it is on its way', async () => {
      const beck = await connect('beck');
      const made = await app.createBooking(rental({ termsId: 'rental-long', total: 350_00 }));
      if (!made.ok) throw new Error(made.refusal.code);
      id = made.value.id;
      link = await app.linkSentTo('ines@example.com');
      await payBy(beck, debit('settles'), 105_00);
      const card = await app.token('approves');
      await app.giveCard({ link, attempt: randomUUID(), account: app.account, card, use: 'hold' });
      await app.at('2027-04-21T19:00');
      const current = await now();
      expect([current.stage, current.hold?.inForce?.amount]).to.deep.equal(['toCloseOut', 900_00]);
      expect(current.position.outstanding).to.equal(104_12);
      expect(payable(current).outstanding, 'the last part was collected at the end').to.equal(0);
      const { queue } = await app.queries.closeOuts();
      expect(queue.find((line) => line.id === id)).to.deep.include({ outstanding: 0, coversBalance: true });
      expect(await app.writeOff({ bookingId: id, amount: minor(104_12), seen: minor(0) })).to.deep.include({
        ok: false,
      });
      expect(await app.closeOut({ bookingId: id, claims: [], coverBalance: true })).to.deep.include({ ok: true });
      expect((await now()).position.received).to.equal(245_88);
      await app.at('2027-04-27T12:00');
      expect((await now()).position).to.deep.include({ received: 350_00, outstanding: 0 });
    });

    it('that comes back before it settles has not paid; the place stays for another try, then goes', async () => {
      const beck = await connect('beck');
      await payBy(beck, debit('comesBack'));
      await app.at('2027-03-04T10:00');
      const back = await now();
      expect(back).to.deep.include({ stage: 'waiting', onTheWay: 0 });
      expect(back.ledger.chargeDeclines.at(-1)).to.include({ code: 'AM04', decline: 'hard', last4: '1234' });
      expect((await mails())[0]).to.include('your bank sent');
      expect(await page()).to.deep.include({ dueNow: 240_00, lastDecline: { code: 'AM04', amount: 240_00 } });
      expect(await payBy(app.account, testNumber('approves'))).to.deep.equal({ ok: true, value: { state: 'paid' } });
      expect((await now()).stage).to.equal('secured');
    });

    it('that its holder has sent back weeks later is owed again, and the books say so', async () => {
      const beck = await connect('beck');
      await payBy(beck, debit('recalled'));
      await app.at('2027-03-05T10:00');
      expect((await now()).position.received).to.equal(240_00);
      await app.at('2027-03-25T10:00');
      const recalled = await now();
      expect(recalled.position.received).to.equal(0);
      expect(recalled.position.late).to.equal(240_00);
      const view = (await app.queries.booking('B-0001'))!;
      const entry = view.journal.find(({ description }) => description === 'Bank debit that came back')!;
      expect(entry.lines).to.deep.equal([
        { account: 'liabilities:client deposits', amount: 240_00 },
        { account: 'assets:card clearing:Beck Debit', amount: -240_00 },
      ]);
    });

    it('refused at once takes nothing', async () => {
      const beck = await connect('beck');
      expect(await payBy(beck, debit('closed'))).to.deep.equal({
        ok: true,
        value: { state: 'declined', code: 'AC04' },
      });
      expect((await now()).onTheWay).to.equal(0);
    });

    it('goes back to the bank account that it came from', async () => {
      const beck = await connect('beck');
      await payBy(beck, debit('settles'));
      await app.at('2027-03-05T10:00');
      await app.cancelBooking({ bookingId: id, by: 'business' });
      const { facts } = (await readBooking(app.deps.db, id))!;
      expect(facts.find((fact) => fact.kind === 'refunded')).to.deep.include({ amount: 240_00, method: 'debit' });
    });

    it('on its way while the booking is cancelled, goes back when it settles, but for what was owed', async () => {
      const beck = await connect('beck');
      await payBy(beck, debit('settles'));
      expect(await app.cancelBooking({ bookingId: id, by: 'business' })).to.deep.include({ ok: true });
      await app.at('2027-03-05T12:00');
      const { ledger, position } = await now();
      expect(ledger.receipts.map(({ amount, refunded }) => [amount, refunded])).to.deep.equal([[240_00, 240_00]]);
      expect([position.received, position.credit]).to.deep.equal([0, 0]);
      const rows = await app.deps.db.select().from(accountBalances);
      const open = rows.filter(({ account }) => /receivables|deposits|clearing/.test(account));
      expect(open.map(({ balance }) => balance).filter((balance) => balance !== 0)).to.deep.equal([]);
    });

    it('after a cancellation that kept a part, only what is beyond it goes back', async () => {
      const beck = await connect('beck');
      await payBy(beck, debit('settles'));
      await app.at('2027-03-03T12:00');
      await app.cancelBooking({ bookingId: id, by: 'no_show' });
      const { cancelled } = (await now()).ledger;
      await app.at('2027-03-05T12:00');
      const { position } = await now();
      expect(position.received).to.equal(Math.min(240_00, cancelled!.keep));
      expect(position.credit).to.equal(0);
    });

    it('is paid once, however often it is sent or told', async () => {
      const beck = await connect('beck');
      const card = await tokenAt(beck, debit('settles'));
      const attempt = { link, attempt: randomUUID(), account: beck, amount: minor(240_00), card };
      const [first, second] = await Promise.all([app.payByClient(attempt), app.payByClient(attempt)]);
      expect([first, second].every((each) => each.ok)).to.equal(true);
      expect(await app.payByClient({ ...attempt, attempt: randomUUID(), seen: minor(0) }), 'another tab').to.deep.equal(
        {
          ok: false,
          refusal: { code: 'position_changed' },
        },
      );
      await app.at('2027-03-05T10:00');
      for (const event of (await app.world.network()).events) await app.world.repeat(event.id);
      await app.settle();
      expect((await now()).position.received).to.equal(240_00);
    });

    it('is not offered where it would settle after the start, nor for a hold', async () => {
      const beck = await connect('beck');
      const soon = await app.createBooking(
        rental({ start: '2027-03-04T18:00' as WallTime, end: '2027-03-06T18:00' as WallTime }),
      );
      if (!soon.ok) throw new Error(soon.refusal.code);
      const { url } = (
        (await app.copyLink({ bookingId: soon.value.id, requestKey: randomUUID() })) as { value: { url: string } }
      ).value;
      link = url.split('/').at(-1)!;
      expect((await page()).offered.online.map(({ way }) => way)).to.deep.equal(['card']);
      expect(await payBy(beck, debit('settles'))).to.deep.equal({ ok: false, refusal: { code: 'way_not_offered' } });
    });
  });

  describe('a card at the counter', () => {
    const take = (amount: number) =>
      app.takeAtCounter({ bookingId: id, requestKey: randomUUID(), amount: minor(amount) });
    it('asks at the reader, and records whose card it was', async () => {
      await connect('scree');
      expect(await take(240_00)).to.deep.include({ ok: true });
      expect((await app.queries.booking('B-0001'))!.atReader).to.equal(240_00);
      const screen = (await app.world.readerScreen())!;
      expect(screen).to.deep.include({ amount: 240_00, currency: 'EUR' });
      expect(await take(10_00), 'one at a time').to.deep.include({ refusal: { code: 'payment_under_way' } });
      expect(await app.world.presentCard(screen.reference, testNumber('approves', 77))).to.equal('done');
      await app.settle();
      const { facts } = (await readBooking(app.deps.db, id))!;
      expect(facts.find((fact) => fact.kind === 'received')).to.deep.include({ method: 'reader', amount: 240_00 });
      expect(await app.world.readerScreen()).to.equal(null);
      expect(ledgerOf(facts).card, 'nothing is kept of it').to.equal(null);
    });

    it('refused there or stopped by the owner, nothing is paid', async () => {
      await connect('scree');
      await take(240_00);
      const screen = (await app.world.readerScreen())!;
      await app.world.presentCard(screen.reference, testNumber('lost'));
      await app.settle();
      expect((await now()).position.received).to.equal(0);
      await take(240_00);
      expect(await app.stopAtCounter({ bookingId: id })).to.deep.equal({ ok: true, value: { stopped: true } });
      expect(await app.world.readerScreen()).to.equal(null);
      expect(await app.stopAtCounter({ bookingId: id })).to.deep.equal({ ok: true, value: { stopped: false } });
      expect((await now()).position.received).to.equal(0);
    });

    it('needs a reader, and never takes more than is open', async () => {
      expect(await take(240_00)).to.deep.equal({ ok: false, refusal: { code: 'no_reader' } });
      await connect('scree');
      expect(await take(900_00)).to.deep.include({
        refusal: { code: 'above_outstanding', limit: 800_00, path: 'amount' },
      });
    });

    it('lets go of a sum that nobody came for', async () => {
      await connect('scree');
      await take(240_00);
      await app.at('2027-03-01T10:20');
      expect((await app.queries.booking('B-0001'))!.atReader).to.equal(null);
    });
  });

  describe('accounts', () => {
    it('the owner picks another for one payment; after it the usual one stands again', async () => {
      const fell = await connect('fell');
      expect((await page()).offered.online.map(({ account }) => account)).to.deep.equal([app.account]);
      expect(await app.chooseAccount({ bookingId: id, accountId: fell })).to.deep.include({ ok: true });
      expect((await page()).offered.online[0]!.account).to.equal(fell);
      expect(await payBy(app.account, testNumber('approves'))).to.deep.include({
        refusal: { code: 'way_not_offered' },
      });
      expect(await payBy(fell, testNumber('approves'))).to.deep.include({ ok: true });
      expect((await page()).offered.online[0]!.account).to.equal(app.account);
    });

    it('a hold goes to the processor of its card: one authorisation of 30 days covers what needs three of seven', async () => {
      const fell = await connect('fell');
      await app.savePaymentMethods({ ways: { hidden: [], online: fell }, transferTo: '' });
      await payBy(fell, testNumber('approves'));
      await app.at('2027-04-21T17:00');
      const { facts } = (await readBooking(app.deps.db, id))!;
      expect(facts.filter((fact) => fact.kind === 'holdPlaced')).to.have.length(1);
      expect(await (await processorOf(app.deps, fell)).liveAuthorisations()).to.have.length(1);
      expect(await (await app.cards()).liveAuthorisations()).to.have.length(0);
      await app.at('2027-04-21T18:30');
      const claims = [{ id: 'scratch', reason: 'A scratch', amount: minor(90_00) }];
      expect(await app.closeOut({ bookingId: id, claims, coverBalance: false })).to.deep.include({ ok: true });
      expect(await (await processorOf(app.deps, fell)).liveAuthorisations()).to.have.length(0);
    });

    it('hidden for all, for a service, or for one request is not offered there', async () => {
      const beck = await connect('beck');
      await app.savePaymentMethods({ ways: { hidden: ['debit'], online: null }, transferTo: 'Vesper Hollow, XX00' });
      expect((await page()).offered.online.map(({ way }) => way)).to.deep.equal(['card']);
      expect(await payBy(beck, debit('settles'))).to.deep.include({ refusal: { code: 'way_not_offered' } });
      await app.savePaymentMethods({ ways: { hidden: [], online: null }, transferTo: 'Vesper Hollow, XX00' });
      expect((await page()).offered.transferTo).to.match(/^Vesper Hollow, XX00\nReference RF\d\d/);
      const request = {
        requestKey: randomUUID(),
        clientName: 'Ines Valadar',
        clientEmail: 'ines@example.com',
        note: 'Extra night',
        currency: 'EUR',
        amount: minor(50_00),
        smallest: null,
        expiresAt: null,
        send: false,
        ways: { hidden: ['card' as const, 'cash' as const], online: null },
      };
      const made = await app.createRequest(request);
      if (!made.ok) throw new Error();
      const asked = (await app.requestPage(made.value.url!.split('/').at(-1)!))!;
      expect(asked.offered.online.map(({ way }) => way)).to.deep.equal(['debit']);
      expect(asked.offered.ways).to.not.include.members(['cash']);
    });

    it('a request paid from a bank account is credit when it settles, and owed again when it comes back', async () => {
      const beck = await connect('beck');
      const made = await app.createRequest({
        requestKey: randomUUID(),
        clientName: 'Ines Valadar',
        clientEmail: 'ines@example.com',
        note: 'Extra night',
        currency: 'EUR',
        amount: minor(50_00),
        smallest: null,
        expiresAt: null,
        send: false,
      });
      if (!made.ok) throw new Error();
      const key = made.value.url!.split('/').at(-1)!;
      const paying = {
        link: key,
        attempt: randomUUID(),
        account: beck,
        amount: 50_00 as Minor,
        payer: 'Ines Valadar',
        card: await tokenAt(beck, debit('recalled')),
      };
      expect(await app.payRequest(paying)).to.deep.include({ ok: true });
      expect((await app.requestPage(key))!.onTheWay).to.deep.include({ amount: 50_00 });
      expect(await app.payRequest({ ...paying, attempt: randomUUID() })).to.deep.include({ ok: false });
      await app.at('2027-03-05T10:00');
      expect((await app.creditView()).clients).to.deep.equal([
        { name: 'Ines Valadar', currency: 'EUR', credit: 50_00 },
      ]);
      await app.at('2027-03-25T10:00');
      expect((await app.creditView()).clients).to.deep.equal([]);
      expect((await app.creditView()).requests[0]!.happened[0]!.what).to.include('sent back by the bank');
    });

    it('are of one currency: what is sold in another is not taken, and a choice of it is refused', async () => {
      const pounds = await connect('tarn', 'live', 'GBP');
      expect((await page()).offered.online.map(({ account }) => account)).to.deep.equal([app.account]);
      expect(await app.chooseAccount({ bookingId: id, accountId: pounds })).to.deep.equal({
        ok: false,
        refusal: { code: 'other_currency', path: 'accountId' },
      });
    });

    it('disconnected takes nothing new, and still gives back what came through it', async () => {
      await payBy(app.account, testNumber('approves'));
      const card = await app.token('lost');
      const lost = { link, attempt: randomUUID(), account: app.account, card, amount: minor(10_00) };
      const declined = await app.payByClient(lost);
      await app.disconnect({ accountId: app.account });
      expect((await page()).offered.online).to.deep.equal([]);
      expect(await app.payByClient(lost), 'a repeat is answered as before').to.deep.equal(declined);
      await app.cancelBooking({ bookingId: id, by: 'business' });
      expect((await now()).ledger.receipts[0]!.refunded).to.equal(240_00);
      expect(await app.disconnect({ accountId: app.account })).to.deep.include({ ok: false });
    });

    it('a test account is offered only until a live one is connected', async () => {
      await app.disconnect({ accountId: app.account });
      const test = await connect('tarn', 'test');
      expect((await page()).offered).to.deep.include({ test: true });
      const live = await connect('tarn', 'live');
      expect((await page()).offered.online.map(({ account }) => account)).to.deep.equal([live]);
      expect(await payBy(test, testNumber('approves'))).to.deep.include({ refusal: { code: 'way_not_offered' } });
    });

    it('a booking that was tried in test mode stays of it, a real one takes nothing of a test account', async () => {
      await app.disconnect({ accountId: app.account });
      const test = await connect('tarn', 'test');
      expect(await payBy(test, testNumber('lost'))).to.deep.include({ ok: true });
      const live = await connect('tarn', 'live');
      expect(
        (await page()).offered.online.map(({ account }) => account),
        'of a test',
      ).to.deep.equal([test]);
      expect(await payBy(live, testNumber('approves'))).to.deep.include({ refusal: { code: 'way_not_offered' } });
      const about = { start: '2027-06-05T18:00' as WallTime, end: '2027-06-08T18:00' as WallTime };
      expect(await app.createBooking(rental(about))).to.deep.include({ ok: true });
      link = await app.linkSentTo('ines@example.com');
      expect(
        (await page()).offered.online.map(({ account }) => account),
        'of a real one',
      ).to.deep.equal([live]);
      const card = await app.tokenAt(test, testNumber('approves'));
      const tried = { link, attempt: 'attempt-7', card, account: live, amount: minor(100_00) };
      expect(await app.payByClient(tried)).to.deep.include({ refusal: { code: 'card_unknown' } });
      expect(await app.payByClient({ ...tried, account: test })).to.deep.include({
        refusal: { code: 'way_not_offered' },
      });
    });

    it('an answer that nobody began, a used code and another processor’s code are refused', async () => {
      const about = { provider: 'fell', mode: 'live' as const, currency: 'EUR' };
      const code = await app.world.agree(about);
      expect(await app.finishConnecting({ state: 'invented', code })).to.deep.include({ ok: false });
      const begun = await app.connect({ ...about, provider: 'tarn' });
      if (!begun.ok) throw new Error();
      const state = new URL(begun.value.url).searchParams.get('state')!;
      expect(await app.finishConnecting({ state, code })).to.deep.equal({
        ok: false,
        refusal: { code: 'connection_refused' },
      });
      expect(await app.finishConnecting({ state, code: 'code_invented' })).to.deep.include({ ok: false });
      expect(await app.connect({ ...about, currency: 'XAF' })).to.deep.include({ ok: false });
      expect(await app.connect({ ...about, provider: 'none' })).to.deep.include({ ok: false });
    });
  });

  describe('the access to an account', () => {
    it('renews itself before it runs out, and payments go on', async () => {
      const before = (await app.waysView()).accounts[0]!.accessUntil;
      await app.at('2027-05-20T12:00');
      const after = (await app.waysView()).accounts[0]!;
      expect(after.accessUntil > before).to.equal(true);
      expect(after).to.deep.include({ failedAt: null, offered: true });
      const late = await app.createBooking(
        rental({ start: '2027-06-05T18:00' as WallTime, end: '2027-06-08T18:00' as WallTime }),
      );
      if (!late.ok) throw new Error(late.refusal.code);
      link = await app.linkSentTo('ines@example.com');
      expect(await payBy(app.account, testNumber('approves'))).to.deep.include({ ok: true });
    });

    it('of a processor that does not answer is shown, without what it holds', async () => {
      expect((await app.waysView()).accounts[0]!.holds).to.equal(0);
      const { tarn } = app.deps.adapters;
      const silent = (): Promise<never> => Promise.reject(new Error('no answer'));
      const open: Adapter['open'] = (...of) => ({ ...tarn!.open(...of), liveAuthorisations: silent });
      const deps = { ...app.deps, adapters: { ...app.deps.adapters, tarn: { ...tarn!, open } } };
      expect((await paymentMethodsView(deps, true)).accounts[0]).to.deep.include({ holds: null, offered: true });
    });

    it('renewed by two processes at once, or again after a crash, is the same one', async () => {
      const [row] = await app.deps.db.select().from(payAccounts);
      const { reference } = row!;
      const access = app.deps.vault.open(row!.access, row!.id);
      expect(row!.access, 'what the table holds is of no use').to.not.include(access);
      const { tarn } = app.deps.adapters;
      expect(await tarn!.renew(reference, row!.access)).to.equal(null);
      const [first, second] = await Promise.all([tarn!.renew(reference, access), tarn!.renew(reference, access)]);
      expect(first).to.not.equal(null);
      expect(second).to.deep.equal(first);
      expect(await tarn!.renew(reference, access)).to.deep.equal(first);
      expect(await tarn!.renew(reference, 'guessed')).to.equal(null);
      await app.at('2027-04-24T12:00');
      expect((await app.waysView()).accounts[0], 'the crash is made good by itself').to.deep.include({
        failedAt: null,
      });
      const about = { start: '2027-06-05T18:00' as WallTime, end: '2027-06-08T18:00' as WallTime };
      expect(await app.createBooking(rental(about))).to.deep.include({ ok: true });
      link = await app.linkSentTo('ines@example.com');
      expect(await payBy(app.account, testNumber('approves'))).to.deep.include({ ok: true });
    });

    it('that is refused is told to the owner once, tried daily, and then nothing is taken there', async () => {
      const [account] = await app.world.accounts();
      await app.world.refuseRenewals(account!.reference, true);
      await app.at('2027-04-23T12:00');
      const told = async () => app.world.mail.list('does not renew its access', 10);
      expect(await told()).to.have.length(1);
      expect((await app.waysView()).accounts[0]!.failedAt).to.not.equal(null);
      await app.at('2027-04-27T12:00');
      expect(await told(), 'once').to.have.length(1);
      await app.world.refuseRenewals(account!.reference, false);
      await app.at('2027-04-28T12:00');
      expect((await app.waysView()).accounts[0]!, 'it went through again').to.deep.include({ failedAt: null });
      await app.world.refuseRenewals(account!.reference, true);
      await app.at('2027-07-01T12:00');
      expect((await app.waysView()).accounts[0]!.offered).to.equal(false);
    });
  });

  describe('what is kept, and for what', () => {
    it('one card for payments, another for the hold', async () => {
      await payBy(app.account, testNumber('approves', 1));
      const given = await app.giveCard({
        link,
        attempt: randomUUID(),
        card: await tokenAt(app.account, testNumber('approves', 2)),
        use: 'hold',
      });
      expect(given).to.deep.include({ ok: true });
      const { ledger } = await now();
      expect(ledger.card!.cardId).to.not.equal(ledger.holdCard!.cardId);
      await app.at('2027-04-06T12:00');
      const { facts } = (await readBooking(app.deps.db, id))!;
      expect(facts.find((fact) => fact.kind === 'holdPlaced')).to.deep.include({ last4: ledger.holdCard!.last4 });
      const balance = facts.filter((fact) => fact.kind === 'received').at(-1);
      expect(balance).to.deep.include({ amount: 560_00, last4: ledger.card!.last4 });
      const used = await app.useCard({ link, cardId: ledger.card!.cardId, use: 'hold' });
      expect(used).to.deep.include({ ok: true });
      expect((await now()).ledger.holdCard!.cardId).to.equal(ledger.card!.cardId);
    });

    it('a bank account is never held on', async () => {
      const beck = await connect('beck');
      await app.giveCard({ link, attempt: randomUUID(), account: beck, card: await tokenAt(beck, debit('settles')) });
      const { ledger } = await now();
      expect(ledger.holdCard).to.equal(null);
      expect(await app.useCard({ link, cardId: ledger.card!.cardId, use: 'hold' })).to.deep.include({ ok: false });
    });
  });
});
