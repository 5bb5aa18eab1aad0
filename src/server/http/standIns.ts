import type { APIContext } from 'astro';

const isOfThem = (path: string): boolean => /^\/(stand-in|stand-ins|api\/stand-ins)(\/|$)/.test(path);
/** Where the owner agrees that Ostendo uses an account, before there is one. */
const agreeing = /^\/stand-in\/(connect|agree)\/?$/;

/**
 * Whether a path of the simulated world is closed: in production it is there for trying things out, so only while a test
 * account of it is connected, and to connect one. Money of clients never goes through it.
 */
export async function isClosedStandIn({ locals, url }: APIContext): Promise<boolean> {
  const { app, person } = locals;
  if (!isOfThem(url.pathname) || app.config.standInsOpen) return false;
  if (agreeing.test(url.pathname) && person && url.searchParams.get('mode') !== 'live') return false;
  return !(await app.testAccountConnected());
}
