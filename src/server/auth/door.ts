import type {
  ChangePassword,
  DoorView,
  EnterByLink,
  ForgotPassword,
  NewPasswordByLink,
  Prove,
  SecondFactor,
  SecondFactorBegun,
  WithPassword,
} from '#contracts/auth/auth';
import { ok, refuse, type Result } from '#core/result';
import { business } from '#server/database/schema/business';
import { account, session, usedOnce, user } from '#server/database/schema/signIn';
import type { Deps } from '#server/deps';
import { hashPassword, isCommonPassword } from '#server/auth/password';
import { endSessions, type InSession, proveSession, sessionsOf } from '#server/auth/sessions';
import type { SignIn } from '#server/auth/signIn';
import { cookiePrefix } from '#server/auth/signInTerms';
import { linkMinutes, readDoorToken } from '#server/auth/doorToken';
import type { Claims } from '#server/auth/signedToken';
import { writeLetter } from '#server/mail/notify/write';
import { and, eq, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';

type CommonPassword = { readonly code: 'password_common'; readonly path: 'password' };
type LinkOver = { readonly code: 'link_over' };
type WrongPassword = { readonly code: 'password_wrong'; readonly path: 'current' | 'password' };
/** A code of an authenticator is right for a step before and after its own, a minute and a half in all. */
const codeSeconds = 150;

type WrongCode = { readonly code: 'code_wrong'; readonly path: 'code' };

const common: CommonPassword = { code: 'password_common', path: 'password' };

/** What happens at the owner's door besides signing in with a password. */
export function openDoor(deps: Deps, signIn: SignIn) {
  const { db, clock, newId } = deps;

  const personOf = async (email: string) => {
    const [found] = await db
      .select()
      .from(user)
      .where(eq(sql`lower(${user.email})`, email.toLowerCase()));
    return found ?? null;
  };
  /** Whether this is the first use of a link. */
  const useUp = async ({ once }: Claims): Promise<boolean> => {
    const hash = createHash('sha256').update(once).digest('base64url');
    return (await db.insert(usedOnce).values({ hash }).onConflictDoNothing().returning()).length > 0;
  };
  const passwordRow = (personId: string) => and(eq(account.userId, personId), eq(account.providerId, 'credential'));

  const newPassword = async ({
    token,
    password,
  }: NewPasswordByLink): Promise<Result<{ changed: true }, LinkOver | CommonPassword>> => {
    const claims = readDoorToken(deps, 'new password', token);
    const person = claims && (await personOf(claims.of));
    if (!claims || !person) return refuse({ code: 'link_over' });
    const [kept] = await db.select({ at: account.updatedAt }).from(account).where(passwordRow(person.id));
    // A password that was changed since makes older links worthless.
    if (!kept || kept.at.getTime() > claims.until - linkMinutes['new password'] * 60_000)
      return refuse({ code: 'link_over' });
    if (await isCommonPassword(password, [person.email, person.name])) return refuse(common);
    if (!(await useUp(claims))) return refuse({ code: 'link_over' });
    await db
      .update(account)
      .set({ password: await hashPassword(password), updatedAt: new Date() })
      .where(passwordRow(person.id));
    await endSessions(db, person.id);
    return ok({ changed: true });
  };

  const rightPassword = async (headers: Headers, password: string): Promise<boolean> => {
    const { api } = await signIn();
    const { status } = await api.verifyPassword({ body: { password }, headers }).catch(() => ({ status: false }));
    return status;
  };

  /** Whether a code of this person's authenticator was not used a moment ago: each is good once. */
  const isFirstUse = async (personId: string, code: string): Promise<boolean> => {
    const hash = createHash('sha256').update(`code ${personId} ${code}`).digest('base64url');
    const used = await db
      .insert(usedOnce)
      .values({ hash })
      .onConflictDoUpdate({
        target: usedOnce.hash,
        set: { usedAt: sql`now()` },
        setWhere: sql`${usedOnce.usedAt} < now() - make_interval(secs => ${codeSeconds})`,
      })
      .returning();
    return used.length > 0;
  };
  /** The session that an answer of the sign-in has begun, by the cookie that it sets: `token.signature`. */
  const begunBy = async (answer: Response) => {
    const set = answer.headers.getSetCookie().find((each) => each.startsWith(`${cookiePrefix}.session_token=`));
    const token = decodeURIComponent(/=([^;]*)/.exec(set ?? '')?.[1] ?? '').split('.', 1)[0]!;
    const [row] = await db.select().from(session).where(eq(session.token, token));
    return row ?? null;
  };

  return {
    /**
     * What a second factor at the sign-in was answered: where its code was used a moment ago, nobody is let in by it, and
     * the session that it began ends.
     */
    onceOnly: async (answer: Response, { code }: { readonly code: string }): Promise<Response> => {
      if (!answer.ok || !isOfAuthenticator(code)) return answer;
      const begun = await begunBy(answer);
      if (begun && (await isFirstUse(begun.userId, code))) return answer;
      if (begun) await db.delete(session).where(eq(session.id, begun.id));
      return Response.json({ code: 'INVALID_CODE', message: 'Invalid code' }, { status: 401 });
    },

    /** Says the same whether the address is known or not. */
    forgotPassword: async ({ email }: ForgotPassword): Promise<Result<{ sent: true }, never>> => {
      const person = await personOf(email);
      if (person) {
        const id = newId();
        await db.transaction((tx) =>
          writeLetter(tx, {
            id,
            cause: `password:${id}`,
            occasion: 'newPassword',
            path: '/new-password',
            madeAt: clock.now(),
            recipient: person.email,
            recipientName: person.name,
            subject: 'A new password for Ostendo',
            body: [
              'Somebody asked for a new password for your sign-in; the link below is good for half an hour, once.',
              'If it was not you, nothing has changed, and nothing needs to be done.',
              'Choose a new password',
            ],
          }),
        );
        deps.outbox.wake();
      }
      return ok({ sent: true });
    },

    newPassword,

    /** Whether somebody signs in with this address. */
    isKnown: async (email: string): Promise<boolean> => (await personOf(email)) !== null,

    /** Whether somebody signs in with the address in a token that only a command on this machine can make. */
    signsIn: async ({ token }: EnterByLink): Promise<Result<{ known: boolean }, LinkOver>> => {
      const claims = readDoorToken(deps, 'signs in', token);
      if (!claims) return refuse({ code: 'link_over' });
      return ok({ known: (await personOf(claims.of)) !== null });
    },

    /** Signs in who has a link of this machine. @returns the answer with the session's cookie */
    enterByLink: async ({ token }: EnterByLink, headers: Headers): Promise<Response | null> => {
      const claims = readDoorToken(deps, 'sign-in link', token);
      const person = claims && (await personOf(claims.of));
      if (!claims || !person || !(await useUp(claims))) return null;
      return (await signIn()).api.enterAs({ body: { userId: person.id }, headers, asResponse: true });
    },

    /** All other sessions end with the old password. */
    changePassword: async (
      { personId, sessionId }: InSession,
      headers: Headers,
      { current, password }: ChangePassword,
    ): Promise<Result<{ ended: number }, CommonPassword | WrongPassword>> => {
      const [person] = await db.select().from(user).where(eq(user.id, personId));
      if (await isCommonPassword(password, [person!.email, person!.name])) return refuse(common);
      if (!(await rightPassword(headers, current))) return refuse({ code: 'password_wrong', path: 'current' });
      await db
        .update(account)
        .set({ password: await hashPassword(password), updatedAt: new Date() })
        .where(passwordRow(personId));
      return ok({ ended: await endSessions(db, personId, sessionId) });
    },

    /** Shows again who sits there, by the second factor where there is one, else by the password. */
    prove: async (
      { personId, sessionId }: InSession,
      headers: Headers,
      given: Prove,
    ): Promise<Result<{ proven: true }, WrongPassword | WrongCode>> => {
      const [person] = await db.select({ second: user.twoFactorEnabled }).from(user).where(eq(user.id, personId));
      if (person!.second) {
        const right =
          'code' in given &&
          (await rightCode(signIn, headers, given.code)) &&
          (!isOfAuthenticator(given.code) || (await isFirstUse(personId, given.code)));
        if (!right) return refuse({ code: 'code_wrong', path: 'code' });
      } else if (!('password' in given) || !(await rightPassword(headers, given.password))) {
        return refuse({ code: 'password_wrong', path: 'password' });
      }
      await proveSession(db, sessionId);
      return ok({ proven: true });
    },

    /** Nothing is asked at sign-in until the first code was right. */
    beginSecondFactor: async (
      headers: Headers,
      { password }: WithPassword,
    ): Promise<Result<SecondFactorBegun, WrongPassword | { readonly code: 'second_factor_already' }>> => {
      if (!(await rightPassword(headers, password))) return refuse({ code: 'password_wrong', path: 'password' });
      const { api } = await signIn();
      const begun = await api.enableTwoFactor({ body: { password, method: 'totp' }, headers }).catch(() => null);
      if (!begun || !('totpURI' in begun)) return refuse({ code: 'second_factor_already' });
      const { toDataURL } = await import('qrcode');
      const picture = await toDataURL(begun.totpURI, { margin: 1, width: 220 });
      return ok({ uri: begun.totpURI, picture, recovery: begun.backupCodes });
    },

    /**
     * From now on the second factor is asked for: whoever signed in elsewhere without it signs in anew.
     * @returns the answer with the new session's cookie; null where the code was wrong
     */
    confirmSecondFactor: async (
      { personId }: InSession,
      headers: Headers,
      { code }: SecondFactor,
    ): Promise<Response | null> => {
      const { api } = await signIn();
      const answer = await api.verifyTOTP({ body: { code }, headers, asResponse: true });
      if (!answer.ok || !(await isFirstUse(personId, code))) return null;
      const begun = await begunBy(answer);
      await endSessions(db, personId, begun?.id);
      return answer;
    },

    /** @returns the answer with the new session's cookie; null where the password was wrong */
    endSecondFactor: async (headers: Headers, { password }: WithPassword): Promise<Response | null> => {
      const { api } = await signIn();
      const answer = await api.disableTwoFactor({ body: { password }, headers, asResponse: true });
      return answer.ok ? answer : null;
    },

    view: async (who: InSession): Promise<DoorView> => {
      const [person] = await db.select().from(user).where(eq(user.id, who.personId));
      const [owner] = await db.select().from(business);
      const { proofAbove, keepDays, currency } = owner!;
      return {
        proofAbove,
        keepDays,
        currency,
        email: person!.email,
        secondFactor: person!.twoFactorEnabled,
        sessions: await sessionsOf(db, who),
      };
    },
  };
}

const isOfAuthenticator = (code: string): boolean => /^\d{6}$/.test(code);

/** Six digits of the authenticator, or a recovery code, which is then used up. */
async function rightCode(signIn: SignIn, headers: Headers, code: string): Promise<boolean> {
  const asked = { body: { code }, headers, asResponse: true } as const;
  const { api } = await signIn();
  const answer = isOfAuthenticator(code)
    ? await api.verifyTOTP(asked)
    : await api.verifyBackupCode({ ...asked, body: { code, disableSession: true } });
  return answer.ok;
}
