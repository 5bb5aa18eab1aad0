import {
  account,
  rateLimit,
  session,
  twoFactor as twoFactorTable,
  user,
  verification,
} from '#server/database/schema/signIn';
import { log } from '#server/logging/log';
import { hashPassword, verifyPassword } from '#server/auth/password';
import { addressHeader, cookiePrefix, idleSeconds, type SignInSettings } from '#server/auth/signInTerms';
import { betterAuth } from 'better-auth/minimal';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { createAuthEndpoint } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import { twoFactor } from 'better-auth/plugins';
import { z } from 'zod';

/** Lets somebody in who has shown a sign-in link of this machine. Not reachable over HTTP: who calls it has checked the link. */
const byLink = {
  id: 'by-link',
  endpoints: {
    enterAs: createAuthEndpoint.serverOnly(
      { method: 'POST', body: z.object({ userId: z.string() }) },
      async (context): Promise<{ entered: boolean }> => {
        const { internalAdapter } = context.context;
        const found = await internalAdapter.findUserById(context.body.userId);
        if (!found) return { entered: false };
        const made = await internalAdapter.createSession(found.id);
        await setSessionCookie(context, { session: made, user: found });
        return { entered: true };
      },
    ),
  },
};

/** Sign-in of the business's people: password, second factor, sessions in the database, slowed down after wrong tries. */
export function openAuth({ db, secret, baseUrl }: SignInSettings) {
  return betterAuth({
    appName: 'Ostendo',
    baseURL: baseUrl,
    basePath: '/api/auth',
    secret,
    // Requests of other sites are refused before they come here; the same host may be reached by several names.
    trustedOrigins: (request) => {
      const host = request?.headers.get('host');
      return host ? [`http://${host}`, `https://${host}`] : [];
    },
    telemetry: { enabled: false },
    // Its own words alone: what it is about may be an address or a token.
    logger: { log: (level, message) => log[level === 'error' ? 'error' : 'warn']({ code: 'sign_in' }, message) },
    database: drizzleAdapter(db, {
      provider: 'pg',
      schema: { user, session, account, verification, rateLimit, twoFactor: twoFactorTable },
    }),
    emailAndPassword: {
      enabled: true,
      disableSignUp: false,
      minPasswordLength: 10,
      maxPasswordLength: 200,
      password: { hash: hashPassword, verify: ({ hash: kept, password }) => verifyPassword(kept, password) },
    },
    session: { expiresIn: idleSeconds, updateAge: 5 * 60 },
    // Whoever reads the table learns nothing that could be shown here.
    verification: { storeIdentifier: 'hashed' },
    plugins: [twoFactor({ issuer: 'Ostendo' }), byLink],
    rateLimit: {
      enabled: true,
      storage: 'database',
      window: 60,
      max: 200,
      customRules: { '/sign-in/email': { window: 60, max: 20 } },
    },
    // Wrong tries are counted by address; the endpoint writes it, so that nobody can claim another.
    advanced: {
      ipAddress: { ipAddressHeaders: [addressHeader] },
      cookiePrefix,
      database: { generateId: () => crypto.randomUUID() },
    },
  });
}

export type Auth = ReturnType<typeof openAuth>;
