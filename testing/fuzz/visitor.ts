import { demoSignIn } from '#server/seed/demoSignIn';

/** What came back: a JSON value where it was one. */
export type Answered = { readonly status: number; readonly body: unknown; readonly cookies: readonly string[] };

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

let visits = 0;
/** Another network for each: what is counted by network is not what is looked for here. */
export const someNetwork = (): string => {
  visits++;
  return `100.${64 + (visits % 60)}.${(visits >> 6) % 250}.${visits % 249}`;
};

async function answered(response: Response): Promise<Answered> {
  const text = await response.text();
  const cookies = response.headers.getSetCookie().map((cookie) => cookie.split(';', 1)[0]!);
  try {
    return { status: response.status, body: JSON.parse(text) as unknown, cookies };
  } catch {
    return { status: response.status, body: text, cookies };
  }
}

/** Whoever has this cookie, or nobody's. */
export class Visitor {
  constructor(
    readonly address: string,
    public cookie: string,
  ) {}

  private headers(more: Record<string, string> = {}): Record<string, string> {
    return { cookie: this.cookie, 'x-forwarded-for': someNetwork(), origin: this.address, ...more };
  }

  /** Takes the session that an answer gave. */
  take = ({ cookies }: Pick<Answered, 'cookies'>): void => {
    if (!cookies.some((cookie) => /session_token=[^;]{20}/.test(cookie))) return;
    const kept = this.cookie.split('; ').filter((cookie) => !cookie.includes('session_token'));
    this.cookie = [...kept, ...cookies].join('; ');
  };

  get = async (path: string): Promise<Answered> =>
    answered(await fetch(this.address + path, { headers: this.headers(), redirect: 'manual' }));

  post = async (path: string, body: unknown): Promise<Answered> =>
    answered(
      await fetch(this.address + path, {
        method: 'POST',
        headers: this.headers({ 'content-type': 'application/json' }),
        body: JSON.stringify(body),
        redirect: 'manual',
      }),
    );

  form = async (path: string, fields: Record<string, string>): Promise<Answered> =>
    answered(
      await fetch(this.address + path, {
        method: 'POST',
        headers: this.headers({ 'content-type': 'application/x-www-form-urlencoded' }),
        body: new URLSearchParams(fields).toString(),
        redirect: 'manual',
      }),
    );
}
