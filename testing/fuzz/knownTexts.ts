import { demoSignIn } from '../../src/demo/scenario';

/** Signs in as the demo's owner. @returns the cookie */
export async function signedIn(address: string): Promise<string> {
  const response = await fetch(`${address}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-forwarded-for': '198.51.100.7', origin: address },
    body: JSON.stringify({ email: demoSignIn.email, password: demoSignIn.password }),
  });
  if (!response.ok) throw new Error(`signing in was answered with ${response.status}`);
  return response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';', 1)[0])
    .join('; ');
}

export const isSignedIn = async (address: string, cookie: string): Promise<boolean> =>
  (await fetch(`${address}/api/shell`, { headers: { cookie } })).ok;

function textsIn(value: unknown, found: Set<string>): void {
  if (typeof value === 'string' && value.length > 0 && value.length < 120) found.add(value);
  if (typeof value === 'object' && value !== null) for (const inner of Object.values(value)) textsIn(inner, found);
}

/** Ids, numbers, links and names that the installation really has: requests with them get further than invented ones. */
export async function knownTexts(address: string, cookie: string): Promise<string[]> {
  const found = new Set<string>();
  const views = [
    'today',
    'bookings',
    'services',
    'quotes',
    'messages',
    'ways',
    'credit',
    'shell',
    'door',
    'stand-ins/view',
  ];
  for (const view of views) {
    const response = await fetch(`${address}/api/${view}`, { headers: { cookie } });
    if (response.ok) textsIn(await response.json(), found);
  }
  return [...found].sort();
}
