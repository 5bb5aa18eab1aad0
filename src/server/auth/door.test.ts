import type { Decimal } from '#core/money/decimal';
import { session, twoFactor, usedOnce, user, verification } from '#server/database/schema/signIn';
import { messages } from '#server/database/schema/work';
import { doorToken, signInLink } from '#server/auth/doorToken';
import { isCommonPassword } from '#server/auth/password';
import { isOverAge } from '#server/auth/sessions';
import { readSignedToken, signedToken } from '#server/auth/signedToken';
import { startCode } from '#server/auth/startCode';
import { signInBodies } from '#contracts/auth/signInBodies';
import { makeSignIn } from '#server/auth/makeSignIn';
import { unlistedPeople } from '#server/auth/unlisted';
import { fromAddress } from '#server/http/signInTries';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { type Installation, installation } from '../../../testing/installation';
import { codeOf } from '../../../testing/onBooking';
import { totpOf } from '../../../testing/totp';

/** Codes are right for a step before and after their own, and each is good once. */
const inOneStep = (): number => Date.now() + 30_000;

const email = 'lena@example.com';
const password = 'a quiet night over the hill';

describe('the owner’s door', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
    await (await app.signIn()).api.signUpEmail({ body: { name: 'Lena Varga', email, password } });
  });
  afterEach(() => app.close());

  const origin = 'http://ostendo.example.com';
  /** Signs in over the handler, as a browser does. @returns the cookies, and what was answered */
  async function signIn(
    with_ = password,
    path = 'sign-in/email',
    body: object = { email, password: with_ },
    cookie = '',
  ) {
    const response = await (
      await app.signIn()
    ).handler(
      new Request(`${origin}/api/auth/${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin, host: 'ostendo.example.com', cookie },
        body: JSON.stringify(body),
      }),
    );
    return { response, cookie: cookieOf(response) };
  }
  const cookieOf = (response: Response): string =>
    response.headers
      .getSetCookie()
      .map((each) => each.split(';', 1)[0])
      .join('; ');
  const headers = (cookie: string): Headers => new Headers({ cookie, origin, host: 'ostendo.example.com' });
  async function whoIs(cookie: string) {
    const found = await (await app.signIn()).api.getSession({ headers: headers(cookie) });
    return found && { personId: found.user.id, sessionId: found.session.id };
  }
  async function inSession() {
    const { cookie } = await signIn();
    return { cookie, who: (await whoIs(cookie))! };
  }
  const letterLink = async (): Promise<string> => {
    const [newest] = await app.world.mail.list(email, 1);
    const text = (await app.world.mail.read(newest!.seq))!.text;
    return /new-password#(\S+)/.exec(text)![1]!;
  };

  it('nothing that stands in the sessions table opens a session', async () => {
    const { cookie } = await signIn();
    expect(await whoIs(cookie)).to.not.equal(null);
    const [row] = await app.deps.db.select().from(session);
    const name = 'ostendo.session_token';
    for (const value of [
      row!.token,
      row!.id,
      `${row!.token}.`,
      `${row!.token}.${row!.id}`,
      `${row!.token}.${row!.token}`,
    ])
      expect(await whoIs(`${name}=${encodeURIComponent(value)}`), value).to.equal(null);
  });

  describe('a forgotten password', () => {
    it('is replaced by the link of a letter, once, and every session ends', async () => {
      const { cookie } = await inSession();
      await app.door.forgotPassword({ email });
      const token = await letterLink();
      const next = 'another night, with fewer clouds';
      expect(await app.door.newPassword({ token, password: next })).to.deep.include({ ok: true });
      expect(await whoIs(cookie)).to.equal(null);
      expect((await signIn()).response.status).to.equal(401);
      expect((await signIn(next)).response.status).to.equal(200);
      expect(codeOf(await app.door.newPassword({ token, password: 'a third night, quite long' }))).to.equal(
        'link_over',
      );
    });
    it('says the same for an address that nobody signs in with, and writes no letter', async () => {
      expect(await app.door.forgotPassword({ email: 'nobody@example.com' })).to.deep.equal(
        await app.door.forgotPassword({ email }),
      );
      expect(await app.deps.db.$count(messages, eq(messages.recipient, 'nobody@example.com'))).to.equal(0);
    });
    it('the database holds nothing that could be used as the link', async () => {
      await app.door.forgotPassword({ email });
      const token = await letterLink();
      const rows = JSON.stringify([
        await app.deps.db.select().from(messages),
        await app.deps.db.select().from(verification),
      ]);
      expect(rows).to.not.include(token).and.not.include(token.split('.')[1]);
    });
    it('a password among the first that are tried is refused, and the link stays good', async () => {
      await app.door.forgotPassword({ email });
      const token = await letterLink();
      for (const weak of ['password123', 'qwertyuiop', 'lena@example.com', '1234567890', 'varga12345'])
        expect(codeOf(await app.door.newPassword({ token, password: weak })), weak).to.equal('password_common');
      expect(await app.door.newPassword({ token, password: 'seven herons on the weir' })).to.deep.include({ ok: true });
    });
    it('an older link is worthless once the password was changed', async () => {
      await app.door.forgotPassword({ email });
      const token = await letterLink();
      const { cookie, who } = await inSession();
      await new Promise((resolve) => setTimeout(resolve, 5));
      const changed = { current: password, password: 'seven herons on the weir' };
      expect(await app.door.changePassword(who, headers(cookie), changed)).to.deep.include({ ok: true });
      expect(codeOf(await app.door.newPassword({ token, password: 'an owl in the old barn' }))).to.equal('link_over');
    });
  });

  describe('tokens', () => {
    const claims = { of: email, until: 2_000, once: 'x' };
    const token = signedToken('a secret', claims);
    const cases: [what: string, given: string, secret: string, now: number][] = [
      ['another secret', token, 'another', 1_000],
      ['too late', token, 'a secret', 2_000],
      ['cut off', token.slice(0, -1), 'a secret', 1_000],
      ['nothing', '', 'a secret', 1_000],
      [
        'changed',
        `${Buffer.from(JSON.stringify({ ...claims, until: 9e9 })).toString('base64url')}.${token.split('.')[1]}`,
        'a secret',
        1_000,
      ],
    ];
    for (const [what, given, secret, now] of cases)
      it(`${what} is no token`, () => expect(readSignedToken(secret, given, now)).to.equal(null));
    it('in time, and whole, says what it says', () =>
      expect(readSignedToken('a secret', token, 1_999)).to.deep.equal(claims));
  });

  it('a link of the machine signs in once, and nobody else’s does', async () => {
    const token = new URL(signInLink(app.deps, email)).hash.slice(1);
    const entered = await app.door.enterByLink({ token }, headers(''));
    expect(await whoIs(cookieOf(entered!))).to.not.equal(null);
    expect(await app.door.enterByLink({ token }, headers('')), 'a second time').to.equal(null);
    const ofNobody = new URL(signInLink(app.deps, 'nobody@example.com')).hash.slice(1);
    expect(await app.door.enterByLink({ token: ofNobody }, headers(''))).to.equal(null);
    const reset = doorToken(app.deps, 'new password', email, 'y');
    expect(await app.door.enterByLink({ token: reset }, headers('')), 'a link for a password').to.equal(null);
    const foreign = new URL(signInLink({ ...app.deps, keyOf: () => 'another secret' }, email)).hash.slice(1);
    expect(await app.door.enterByLink({ token: foreign }, headers(''))).to.equal(null);
    expect(await app.deps.db.$count(usedOnce)).to.equal(1);
  });

  it('a change of password wants the one of now, and ends the other sessions alone', async () => {
    const other = await inSession();
    const { cookie, who } = await inSession();
    const asked = { current: 'not the password', password: 'seven herons on the weir' };
    expect(codeOf(await app.door.changePassword(who, headers(cookie), asked))).to.equal('password_wrong');
    const done = await app.door.changePassword(who, headers(cookie), { ...asked, current: password });
    expect(done).to.deep.equal({ ok: true, value: { ended: 2 } }); // and that of the sign-up
    expect(await whoIs(other.cookie)).to.equal(null);
    expect(await whoIs(cookie)).to.not.equal(null);
  });

  it('sessions are listed, and end one by one or all others at once', async () => {
    const [first, second, third] = [await inSession(), await inSession(), await inSession()];
    const { sessions } = await app.door.view(first.who);
    expect(sessions.filter(({ here }) => here).map(({ id }) => id)).to.deep.equal([first.who.sessionId]);
    expect(sessions).to.have.length(4); // and that of the sign-up
    expect(await app.endSession(first.who, second.who.sessionId)).to.deep.include({ ok: true });
    expect(codeOf(await app.endSession(first.who, second.who.sessionId))).to.equal('session_not_found');
    expect(await whoIs(second.cookie)).to.equal(null);
    expect(await app.endOtherSessions(first.who)).to.equal(2);
    expect(await whoIs(third.cookie)).to.equal(null);
    expect(await whoIs(first.cookie)).to.not.equal(null);
    const stranger = { personId: 'another person', sessionId: 'theirs' };
    expect(codeOf(await app.endSession(stranger, first.who.sessionId)), 'of somebody else').to.equal(
      'session_not_found',
    );
  });

  it('a session that nobody uses for eight hours is over, and each after two weeks', async () => {
    const { cookie } = await inSession();
    const expiry = (await app.deps.db.select().from(session)).map(({ expiresAt }) => expiresAt.getTime() - Date.now());
    for (const left of expiry) expect(left / 3_600_000).to.be.within(7.9, 8);
    await app.deps.db.update(session).set({ expiresAt: new Date(Date.now() - 1000) });
    expect(await whoIs(cookie)).to.equal(null);
    const begun = new Date('2027-03-01T10:00:00Z');
    expect(isOverAge(begun, begun.getTime() + 14 * 86_400_000 - 1)).to.equal(false);
    expect(isOverAge(begun, begun.getTime() + 14 * 86_400_000)).to.equal(true);
  });

  describe('the second factor', () => {
    async function setUp() {
      const { cookie, who } = await inSession();
      expect(codeOf(await app.door.beginSecondFactor(headers(cookie), { password: 'wrong' }))).to.equal(
        'password_wrong',
      );
      const begun = await app.door.beginSecondFactor(headers(cookie), { password });
      if (!begun.ok) throw new Error(begun.refusal.code);
      return { cookie, who, begun: begun.value };
    }
    async function inForce() {
      const { cookie, who, begun } = await setUp();
      const confirmed = await app.door.confirmSecondFactor(who, headers(cookie), { code: totpOf(begun.uri) });
      return { begun, cookie: cookieOf(confirmed!) };
    }

    it('is asked for only once the first code was right', async () => {
      const { cookie, who, begun } = await setUp();
      expect(begun.picture).to.match(/^data:image\/png;base64,/);
      expect(await app.door.confirmSecondFactor(who, headers(cookie), { code: '000000' })).to.equal(null);
      expect(await (await signIn()).response.json()).to.not.include({ twoFactorRedirect: true });
      expect(await app.door.confirmSecondFactor(who, headers(cookie), { code: totpOf(begun.uri) })).to.not.equal(null);
      expect(await (await signIn()).response.json()).to.include({ twoFactorRedirect: true });
    });
    it('without it the password opens nothing; with it, or a recovery code once, the session is there', async () => {
      const { begun } = await inForce();
      const half = await signIn();
      expect(await whoIs(half.cookie)).to.equal(null);
      const wrong = await signIn('', 'two-factor/verify-totp', { code: '000000' }, half.cookie);
      expect(wrong.response.status).to.equal(401);
      const whole = await signIn('', 'two-factor/verify-totp', { code: totpOf(begun.uri, inOneStep()) }, half.cookie);
      expect(await whoIs(whole.cookie)).to.not.equal(null);
      const lost = async () =>
        signIn('', 'two-factor/verify-backup-code', { code: begun.recovery[0] }, (await signIn()).cookie);
      expect(await whoIs((await lost()).cookie)).to.not.equal(null);
      expect((await lost()).response.status, 'the same code again').to.equal(401);
    });
    it('a code is good once, at the sign-in as where it is shown again, also for two at a time', async () => {
      const { begun, cookie } = await inForce();
      const code = totpOf(begun.uri, inOneStep());
      const tried = async (typed: string) => {
        const half = await signIn();
        const answer = await signIn('', 'two-factor/verify-totp', { code: typed }, half.cookie);
        return app.door.onceOnly(answer.response, { code: typed });
      };
      expect((await tried(totpOf(begun.uri))).status, 'the one that put it in force').to.equal(401);
      const both = await Promise.all([tried(code), tried(code)]);
      expect(both.map(({ status }) => status).sort()).to.deep.equal([200, 401]);
      const who = (await whoIs(cookie))!;
      expect(codeOf(await app.door.prove(who, headers(cookie), { code }))).to.equal('code_wrong');
      expect(await app.deps.db.$count(session), 'what the refused ones began has ended').to.equal(2);
    });
    it('putting it in force ends the sessions elsewhere, which had been begun without it', async () => {
      const elsewhere = await inSession();
      const { cookie } = await inForce();
      expect(await whoIs(elsewhere.cookie)).to.equal(null);
      expect(await whoIs(cookie)).to.not.equal(null);
    });
    it('no device goes past it', async () => {
      const { begun } = await inForce();
      const half = await signIn();
      const asked = { code: totpOf(begun.uri, inOneStep()), trustDevice: true };
      expect(signInBodies['two-factor/verify-totp'].safeParse(asked).success, 'no page asks for that').to.equal(false);
      // As former versions let it: the library itself still would.
      const trusted = await signIn('', 'two-factor/verify-totp', asked, half.cookie);
      expect(trusted.cookie).to.include('trust_device');
      const again = new Request(`${origin}/api/auth/sign-in/email`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin, host: 'ostendo.example.com', cookie: trusted.cookie },
        body: JSON.stringify({ email, password }),
      });
      const answer = await (await app.signIn()).handler(fromAddress(again, '203.0.113.9'));
      expect(await answer.json()).to.include({ twoFactorRedirect: true });
    });
    it('its secret and codes are not readable in the database', async () => {
      const { begun } = await inForce();
      const rows = JSON.stringify(await app.deps.db.select().from(twoFactor));
      const secret = new URL(begun.uri).searchParams.get('secret')!;
      expect(rows).to.have.length.above(50);
      expect(rows).to.not.include(secret).and.not.include(begun.recovery[0]);
    });
    it('ends with the password', async () => {
      const { cookie } = await inForce();
      expect(await app.door.endSecondFactor(headers(cookie), { password: 'wrong' })).to.equal(null);
      const ended = await app.door.endSecondFactor(headers(cookie), { password });
      expect(await whoIs(cookieOf(ended!)), 'the session goes on').to.not.equal(null);
      const [person] = await app.deps.db.select().from(user);
      expect(person!.twoFactorEnabled).to.equal(false);
    });
    it('is what proves it again, where it is in force; the password does not', async () => {
      const { cookie, begun } = await inForce();
      const who = (await whoIs(cookie))!;
      await app.deps.db.update(session).set({ createdAt: new Date(Date.now() - 3_600_000), provenAt: null });
      expect(await app.proofOf(who)).to.deep.equal({ proven: false, by: 'code' });
      expect(codeOf(await app.door.prove(who, headers(cookie), { password }))).to.equal('code_wrong');
      expect(codeOf(await app.door.prove(who, headers(cookie), { code: '000000' }))).to.equal('code_wrong');
      const code = totpOf(begun.uri, inOneStep());
      expect(await app.door.prove(who, headers(cookie), { code })).to.deep.include({ ok: true });
      expect(await app.proofOf(who)).to.deep.equal({ proven: true, by: 'code' });
    });
  });

  it('without a second factor the password proves it again, for ten minutes', async () => {
    const { cookie, who } = await inSession();
    expect(await app.proofOf(who), 'just signed in').to.deep.equal({ proven: true, by: 'password' });
    await app.deps.db.update(session).set({ createdAt: new Date(Date.now() - 11 * 60_000) });
    expect((await app.proofOf(who)).proven).to.equal(false);
    expect(codeOf(await app.door.prove(who, headers(cookie), { password: 'wrong' }))).to.equal('password_wrong');
    expect(await app.door.prove(who, headers(cookie), { password })).to.deep.include({ ok: true });
    expect((await app.proofOf(who)).proven).to.equal(true);
    await app.deps.db.update(session).set({ provenAt: new Date(Date.now() - 11 * 60_000) });
    expect((await app.proofOf(who)).proven).to.equal(false);
  });

  it('of several first starts at once one has the business and a sign-in, and the others nothing', async () => {
    await app.deps.db.execute('truncate business, taxes, terms, agreements cascade');
    await app.deps.db.delete(user);
    const start = (index: number) =>
      app.firstStart({
        business: `Business ${index}`,
        line: '',
        timeZone: 'Europe/Lisbon',
        currency: 'EUR',
        taxRate: '23' as Decimal,
        ownerName: `Owner ${index}`,
        email: `owner${index}@example.com`,
        password: 'seven herons on the weir',
        code: startCode(app.deps),
      });
    const answers = await Promise.all([start(1), start(2), start(3)]);
    expect(answers.map((answer) => codeOf(answer) ?? 'ready').sort()).to.deep.equal([
      'ready',
      'set_up_already',
      'set_up_already',
    ]);
    const won = answers.findIndex(({ ok }) => ok) + 1;
    expect((await app.deps.db.select().from(user)).map((person) => person.email)).to.deep.equal([
      `owner${won}@example.com`,
    ]);
    const { status } = (
      await signIn('', 'sign-in/email', { email: `owner${won}@example.com`, password: 'seven herons on the weir' })
    ).response;
    expect(status).to.equal(200);
    expect(await unlistedPeople(app.deps.db)).to.deep.equal([]);
    await app.deps.db.transaction((tx) => makeSignIn(tx, { name: 'Nobody', email: 'nobody@example.com', hash: '' }));
    expect(await unlistedPeople(app.deps.db), 'as former versions could leave').to.have.length(1);
  });

  it('the first start wants the code that the server printed', async () => {
    const about = {
      business: 'Another',
      line: '',
      timeZone: 'Europe/Lisbon',
      currency: 'EUR',
      taxRate: '23' as Decimal,
      ownerName: 'Otto',
      email: 'otto@example.com',
      password: 'seven herons on the weir',
    };
    expect(startCode(app.deps)).to.match(/^[A-Z2-9]{4}-[A-Z2-9]{4}$/);
    expect(codeOf(await app.firstStart({ ...about, code: startCode(app.deps) }))).to.equal('set_up_already');
    await app.deps.db.execute('delete from business');
    expect(codeOf(await app.firstStart({ ...about, code: 'AAAA-AAAA' }))).to.equal('start_code_wrong');
    const code = startCode(app.deps).toLowerCase().replace('-', ' ');
    expect(codeOf(await app.firstStart({ ...about, code, password: 'passwordpassword' }))).to.equal('password_common');
    expect(await app.deps.db.$count(user), 'nobody was made').to.equal(1);
  });

  const strong = ['a quiet night over the hill', 'tr0ub4dor&3xylophone', 'Zq7!vR2#mLp9'];
  for (const each of strong)
    it(`${each} is no common password`, async () => expect(await isCommonPassword(each, [email])).to.equal(false));
});
