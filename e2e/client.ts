import { testBankAccount } from '#world/accounts/testBankAccounts';
import { testNumber } from '#world/cardNetwork/testCards';
import { randomInt, randomUUID } from 'node:crypto';

/** Requests against a server that may die at any moment: a failure of the connection is no answer. */
export class Client {
  cookie = '';
  /** @param from the address that a trusted proxy says each request comes from */
  constructor(
    readonly address: string,
    private readonly from: () => string | null = () => null,
  ) {}

  private forwarded(): Record<string, string> {
    const from = this.from();
    return from === null ? {} : { 'x-forwarded-for': from };
  }

  async post<T>(path: string, body: unknown): Promise<{ status: number; body: T } | null> {
    try {
      const response = await fetch(this.address + path, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie: this.cookie, ...this.forwarded() },
        body: JSON.stringify(body),
      });
      const cookies = response.headers.getSetCookie();
      if (cookies.length > 0) this.cookie = cookies.map((each) => each.split(';')[0]).join('; ');
      return { status: response.status, body: (await response.json()) as T };
    } catch {
      return null;
    }
  }
}

/** Where a client pays: an account at a processor, and the reference under which its frame is opened. */
export type PaidThrough = { readonly account: string; readonly number: string; readonly view: string };

export async function accountsOf(client: Client): Promise<PaidThrough[]> {
  const read = async <T>(path: string): Promise<T> =>
    (await (await fetch(client.address + path, { headers: { cookie: client.cookie } })).json()) as T;
  type Listed = { readonly accounts: readonly { name: string; currency: string; mode: string }[] };
  const world = await read<Listed & { accounts: readonly { reference: string }[] }>('/api/stand-ins/view');
  const ours = await read<Listed & { accounts: readonly { id: string }[] }>('/api/ways');
  const same = (name: string) => (each: { name: string; currency: string; mode: string }) =>
    each.name === name && each.currency === 'EUR' && each.mode === 'live';
  return (['Tarn Cards', 'Beck Debit'] as const).map((name) => ({
    account: (ours.accounts.find(same(name)) as unknown as { id: string }).id,
    view: (world.accounts.find(same(name)) as unknown as { reference: string }).reference,
    number:
      name === 'Tarn Cards'
        ? testNumber('approves', randomInt(1e6))
        : testBankAccount(randomInt(2) === 0 ? 'settles' : 'comesBack', randomInt(1e6)),
  }));
}

/** A rental as it is asked for by the owner, under a key of its own. */
export const rentalAsked = (clientName = 'Ines Valadar') => ({
  requestKey: randomUUID(),
  clientName,
  clientEmail: 'ines@example.com',
  serviceId: 'dobsonian',
  title: 'Dobsonian',
  start: '2027-03-12T18:00',
  end: '2027-03-26T18:00',
  lines: [{ id: 'service', label: 'Dobsonian', quantity: '1', unitPrice: 500_00, taxes: ['VAT'] }],
  termsId: 'rental',
});

/** The demo's day: what a cart comes to is asked as of it. */
const demoNow = '2027-05-14T08:12:00Z';

/** A cart of the demo, binoculars for two days, under a key of its own. @param seen the sums that its client was shown */
export const cartAsked = (clientEmail: string, seen: object = { total: 0, dueNow: 0 }) => ({
  requestKey: randomUUID(),
  clientName: 'Ines Valadar',
  clientEmail,
  phone: '+351 912 345 678',
  note: '',
  items: [{ serviceId: 'binoculars', start: '2027-07-12T18:00', end: '2027-07-14T18:00', count: 1, extras: {} }],
  agreedName: 'Ines Valadar',
  filled: { place: 'In the garden' },
  seen: { ...seen, at: demoNow },
});
