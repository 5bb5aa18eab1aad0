import { addressHeader, cookiePrefix } from '#server/auth/signInTerms';
import { problem } from '#server/http/problem';
import type { Who } from '#server/rateLimits/limits';
import type { APIContext } from 'astro';
import { createHmac, timingSafeEqual } from 'node:crypto';

/** A device on which somebody signed in before keeps this: wrong tries of others elsewhere do not lock it out. */
const knownCookie = 'ostendo-known';
const knownSeconds = 180 * 86_400;

type Context = Pick<APIContext, 'cookies' | 'locals' | 'request'>;

/** `id.mac`: an id of the device, and that it signed in as this address. */
const macOf = ({ locals: { app } }: Context, id: string, email: string): string =>
  createHmac('sha256', app.deps.keyOf('known device', 'sign-in')).update(`${id} ${email}`).digest('base64url');

function knownDevice(context: Context, email: string): string | null {
  const [id = '', mac = ''] = (context.cookies.get(knownCookie)?.value ?? '').split('.');
  const right = Buffer.from(macOf(context, id, email));
  const given = Buffer.from(mac);
  return right.length === given.length && timingSafeEqual(right, given) ? id : null;
}

function rememberAsKnown(context: Context, email: string): void {
  const id = crypto.randomUUID();
  const secure = context.locals.app.config.baseUrl.startsWith('https:');
  context.cookies.set(knownCookie, `${id}.${macOf(context, id, email)}`, {
    httpOnly: true,
    sameSite: 'lax',
    secure,
    path: '/',
    maxAge: knownSeconds,
  });
}

/** The request as better-auth counts and keeps it: from an address that nobody could write into it themselves. */
export function fromAddress(request: Request, address: string): Request {
  const known = new Request(request.clone());
  known.headers.set(addressHeader, address);
  // Devices that go past the second factor are no more: those of former versions bring nothing.
  const cookies = request.headers.get('cookie')?.split(/;\s*/) ?? [];
  known.headers.set('cookie', cookies.filter((each) => !each.startsWith(`${cookiePrefix}.trust_device=`)).join('; '));
  return known;
}

const tooMany = (seconds: number): Response => problem(429, 'too_many_tries', { detail: { seconds } });

async function emailOf(request: Request): Promise<string> {
  const body = (await request
    .clone()
    .json()
    .catch(() => null)) as { email?: unknown } | null;
  return typeof body?.email === 'string' ? body.email.trim().toLowerCase() : '';
}

/**
 * A try to sign in, counted before it is made by network, account and in all, and taken back where it was right: many at
 * once are no way round. A device that signed in before as this address has a count of its own.
 */
export async function countedSignIn(context: Context, attempt: () => Promise<Response>): Promise<Response> {
  const { locals, request } = context;
  const { limits } = locals.app;
  const email = await emailOf(request);
  const device = knownDevice(context, email);
  const what = device === null ? 'password' : 'knownDevice';
  const who: Who = { address: locals.address, subject: device ?? email };
  const taken = await limits.take(what, who);
  if (!taken.ok) return tooMany(taken.seconds);
  const response = await attempt();
  if (response.ok) {
    await limits.giveBack(what, who);
    rememberAsKnown(context, email);
  }
  return response;
}

/** A second factor, counted by network and by the sign-in that it belongs to. */
export async function countedCode(
  { locals }: Context,
  subject: string,
  attempt: () => Promise<Response>,
): Promise<Response> {
  const { limits } = locals.app;
  const who: Who = { address: locals.address, subject };
  const taken = await limits.take('secondFactor', who);
  if (!taken.ok) return tooMany(taken.seconds);
  const response = await attempt();
  if (response.ok) await limits.giveBack('secondFactor', who);
  return response;
}
