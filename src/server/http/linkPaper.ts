import { mayOpen } from '#server/http/device';
import type { APIContext } from 'astro';

type Locals = APIContext['locals'];

/**
 * The booking whose paper a client asks for; null where the link opens none, is somebody else's who pays, or was not opened
 * on this device. Links that open nothing are counted, and after some of them a network's are not looked at for a while.
 */
export async function bookingOfPaper(locals: Locals, link: string): Promise<{ readonly bookingId: string } | null> {
  const { app, address } = locals;
  if (!(await app.linkTries(address))) return null;
  const opened = await app.bookingOfLink(link);
  if ('fault' in opened) {
    await app.linkFailed(address);
    return null;
  }
  return opened.purpose === 'client' && (await mayOpen(locals, link)) ? opened : null;
}

/** What a link of another kind opens, counted in the same way. */
export async function openedByLink<T>({ app, address }: Locals, open: () => Promise<T | null>): Promise<T | null> {
  if (!(await app.linkTries(address))) return null;
  const opened = await open();
  if (opened === null) await app.linkFailed(address);
  return opened;
}
