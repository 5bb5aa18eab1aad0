import { newDeviceToken } from '#server/usecases/devices';
import type { APIContext } from 'astro';

export const deviceCookie = 'ostendo-device';
const seconds = 180 * 86_400;

/** What the device keeps, made and set where it has nothing yet. */
export function deviceOf({ cookies, locals, url }: APIContext): string {
  if (locals.device) return locals.device;
  const token = newDeviceToken();
  const secure = url.protocol === 'https:';
  cookies.set(deviceCookie, token, { httpOnly: true, sameSite: 'lax', secure, path: '/', maxAge: seconds });
  return token;
}

/**
 * Whether this request may open the booking of a link: a payer's link always, a client's from a device that booked it
 * or was confirmed by a code, and the owner, who sees everything anyway.
 */
export async function mayOpen({ app, person, device }: APIContext['locals'], link: string): Promise<boolean> {
  if (person) return true;
  const opened = await app.bookingOfLink(link);
  if ('fault' in opened || opened.purpose === 'payer') return true; // the page says what is wrong with a link
  return (await app.deviceSees(device, opened.bookingId)) !== null;
}
