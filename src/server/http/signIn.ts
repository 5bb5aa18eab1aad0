import type { Database } from '#server/database/open';
import { account, rateLimit, session, user, verification } from '#server/database/schema/signIn';
import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';

export const addressHeader = 'x-ostendo-address';

/** Sign-in of the business's people: password, sessions in the database, slowed down after wrong tries. */
export function openSignIn({ db, secret, baseUrl }: { db: Database; secret: string; baseUrl: string }) {
  return betterAuth({
    baseURL: baseUrl,
    basePath: '/api/auth',
    secret,
    // Requests of other sites are refused before they come here; the same host may be reached by several names.
    trustedOrigins: (request) => {
      const host = request?.headers.get('host');
      return host ? [`http://${host}`, `https://${host}`] : [];
    },
    telemetry: { enabled: false },
    database: drizzleAdapter(db, { provider: 'pg', schema: { user, session, account, verification, rateLimit } }),
    emailAndPassword: {
      enabled: true,
      disableSignUp: false,
      minPasswordLength: 10,
      password: { hash: (password) => hash(password), verify: ({ hash: kept, password }) => verify(kept, password) },
    },
    session: { expiresIn: 60 * 60 * 24 * 14 },
    rateLimit: {
      enabled: true,
      storage: 'database',
      window: 60,
      max: 200,
      customRules: { '/sign-in/email': { window: 60, max: 6 } },
    },
    // Wrong tries are counted by address; the endpoint writes it, so that nobody can claim another.
    advanced: {
      ipAddress: { ipAddressHeaders: [addressHeader] },
      cookiePrefix: 'ostendo',
      database: { generateId: () => crypto.randomUUID() },
    },
  });
}

export type SignIn = ReturnType<typeof openSignIn>;
