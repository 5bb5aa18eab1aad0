import { newDeviceToken } from '#server/devices/devices';
import type { APIContext } from 'astro';

export const deviceCookie = 'ostendo-device';
const seconds = 180 * 86_400;

/** What the device keeps, made and set where it has nothing yet. */
export function deviceOf({ cookies, locals }: APIContext): string {
  if (locals.device) return locals.device;
  const token = newDeviceToken();
  locals.device = token;
  const secure = locals.app.config.baseUrl.startsWith('https:');
  cookies.set(deviceCookie, token, { httpOnly: true, sameSite: 'lax', secure, path: '/', maxAge: seconds });
  return token;
}

/**
 * Whether this request may open the booking of a link: a payer's link always, a client's from a device that booked it
 * or was confirmed by a code, and the owner, who sees everything anyway.
 */
export const mayOpen = async (locals: Locals, link: string): Promise<boolean> => (await seenBy(locals, link)) !== null;

/** Whether it may open everything of the client whose link this is. */
export const maySeeAll = async (locals: Locals, link: string): Promise<boolean> =>
  (await seenBy(locals, link)) === 'client';

/** Whether this device was confirmed for the client of a checkout, whose credit it may then use. */
export async function seesCheckout({ app, device }: Locals, key: string): Promise<boolean> {
  const [bookingId] = await app.bookingsOfCheckout(key);
  return bookingId !== undefined && (await app.deviceSees(device, bookingId)) === 'client';
}

type Locals = APIContext['locals'];
type Sight = 'client' | 'booking' | 'payer' | null;

async function seenBy({ app, person, device }: Locals, link: string): Promise<Sight> {
  const opened = await app.bookingOfLink(link);
  // The page says what is wrong with a link.
  if ('fault' in opened || opened.purpose === 'payer') return 'payer';
  return person ? 'client' : app.deviceSees(device, opened.bookingId);
}
