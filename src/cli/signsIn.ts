import { openInstallation } from '#cli/onDatabase';
import type { Config } from '#server/config';
import { signsInToken } from '#server/auth/doorToken';

type Keys = Parameters<typeof signsInToken>[0];

/** Asks the server that has the data; null where none answers. */
async function askServer({ host, port }: Config, keys: Keys, email: string): Promise<boolean | null> {
  const server = `http://${host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host}:${port}`;
  const response = await fetch(`${server}/api/door/signs-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ token: signsInToken(keys, email) }),
  }).catch(() => null);
  const said = response?.ok ? ((await response.json()) as { known: boolean }) : null;
  return said?.known ?? null;
}

/** True if somebody signs in with this address; null if it cannot be checked, as the data are in use and their server is silent. */
export async function signsIn(config: Config, keys: Keys, email: string): Promise<boolean | null> {
  const said = await askServer(config, keys, email);
  if (said !== null) return said;
  const app = await openInstallation(() => undefined);
  if (typeof app === 'number') return null;
  try {
    return await app.door.isKnown(email);
  } finally {
    await app.close();
  }
}
