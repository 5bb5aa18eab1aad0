import { demoSeller } from '#demo/books';
import { compose } from '#compose';
import { demoSignIn } from '#server/seed/demoSignIn';
import { demoOwner } from '#demo/scenario';
import { readConfig } from '#server/config';
import { verify } from '#server/verify/verify';
import { usualDocuments } from '#core/invoices/settings';
import { bookings } from '#server/database/schema/bookings';
import { documents } from '#server/database/schema/documents';
import { expect } from 'chai';
import { asc, eq } from 'drizzle-orm';
import { spawnSync } from 'node:child_process';
import { randomInt, randomUUID } from 'node:crypto';
import { accountsOf, Client, type PaidThrough, rentalAsked } from './client';
import { installedDirectory } from './installed';
import { freePort, serve, type Served } from './server';

const rounds = 20;

/** An invoice on account with each receipt: numbers are taken while the process dies. */
const invoicing = {
  settings: { ...usualDocuments, from: '2027-01-01', onAccount: 'receipt' },
  seller: demoSeller,
};

type Acknowledged = { bookings: Set<string>; paid: Map<string, number> };

/** One booking from the call to the payment, and then the clock: money, holds, renewals and captures under way. */
async function work(client: Client, seen: Acknowledged, ways: readonly PaidThrough[]): Promise<void> {
  const way = ways[randomInt(3) === 0 ? 1 : 0]!;
  const made = await client.post<{ id: string; number: string }>(
    '/api/bookings/create',
    rentalAsked(`Client ${randomUUID().slice(0, 8)}`),
  );
  if (made?.status !== 200) return;
  seen.bookings.add(made.body.number);
  const link = await client.post<{ url: string }>('/api/bookings/copy-link', {
    bookingId: made.body.id,
    requestKey: randomUUID(),
  });
  const card = await client.post<{ token: string }>('/stand-in/tokens', {
    number: way.number,
    account: way.view,
  });
  if (!link || !card) return;
  const amount = 500_00;
  const paid = await client.post<{ state: string }>('/api/client/pay', {
    link: link.body.url.split('/').at(-1),
    attempt: randomUUID(),
    card: card.body.token,
    account: way.account,
    amount,
  });
  if (paid?.status === 200 && paid.body.state === 'paid') seen.paid.set(made.body.number, amount);
  if (randomInt(2) === 0)
    await client.post('/api/closing/close-out', {
      bookingId: made.body.id,
      claims: [{ id: 'x', reason: 'x', amount: 20_00 }],
      coverBalance: false,
    });
}

describe('kill -9 at any moment', () => {
  it(`loses nothing that was answered and does nothing twice, ${rounds} times`, async function () {
    this.timeout(900_000);
    const directory = await installedDirectory();
    const port = await freePort();
    const seen: Acknowledged = { bookings: new Set(), paid: new Map() };
    let server: Served | null = null;
    let day = 2;
    let invoices = false;
    for (let round = 0; round < rounds; round++) {
      server = await serve(directory, {}, port);
      const client = new Client(server.address);
      await client.post('/api/demo/sign-in', {});
      const ways = await accountsOf(client);
      if (!invoices) {
        const { name, line, email } = demoOwner;
        await client.post('/api/business/save', { name, line, email, country: 'PT', look: {} });
        invoices = (await client.post('/api/documents/settings', invoicing))?.status === 200;
      }
      let alive = true;
      const workers = Array.from({ length: 3 }, async () => {
        while (alive) await work(client, seen, ways);
      });
      if (round % 2 === 1)
        void client.post('/api/stand-ins/clock', {
          to: `2027-03-${String(Math.min((day += 3), 30)).padStart(2, '0')}T12:00`,
        });
      // Every other kill comes only after a payment has got through, however slow the machine is.
      const before = seen.paid.size;
      for (let tries = 0; round % 2 === 1 && seen.paid.size === before && tries < 600; tries++)
        await new Promise((resolve) => setTimeout(resolve, 50));
      await new Promise((resolve) => setTimeout(resolve, round % 2 === 0 ? randomInt(700, 2600) : randomInt(0, 1500)));
      await server.stop('SIGKILL');
      alive = false;
      await Promise.all(workers);
    }

    server = await serve(directory, {}, port);
    const client = new Client(server.address);
    await client.post('/api/demo/sign-in', { email: demoSignIn.email });
    const read = async <T>(path: string): Promise<T> =>
      (await (await fetch(server!.address + path, { headers: { cookie: client.cookie } })).json()) as T;
    for (const number of seen.bookings) {
      const view = await read<{ facts?: { kind: string; amount: number }[] }>(`/api/booking/${number}`);
      const received = (view.facts ?? []).filter((fact) => fact.kind === 'received');
      expect(view.facts, `${number} was answered`).to.be.an('array');
      expect(received.length, `${number} paid once at most`).to.be.at.most(1);
      if (seen.paid.has(number))
        expect(received[0]?.amount, `${number} was answered as paid`).to.equal(seen.paid.get(number));
    }
    expect(seen.paid.size, 'payments got through between the kills').to.be.greaterThan(5);
    await server.stop();
    // What the last kill left open is asked about again; then everything that is derived is compared.
    const app = await compose(readConfig({ OSTENDO_DATA: directory }), { post: async () => ({ ok: false }) });
    await app.recover(0);
    expect(await verify(app.deps)).to.deep.equal([]);
    const issued = await app.deps.db.select().from(documents).orderBy(asc(documents.place));
    const numbered = issued.filter(({ series }) => series === 'invoice').map(({ seq }) => seq);
    expect(
      numbered.sort((a, b) => a - b),
      'no number is missing, none is there twice',
    ).to.deep.equal(numbered.map((_, index) => index + 1));
    const invoiced = await app.deps.db
      .select({ number: bookings.number })
      .from(documents)
      .innerJoin(bookings, eq(bookings.id, documents.bookingId));
    const paidNumbers = [...seen.paid.keys()];
    expect(invoiced.map(({ number }) => number)).to.include.members(invoices ? paidNumbers : []);
    expect(numbered.length, 'documents were issued between the kills').to.be.greaterThan(5);
    await app.close();
  });

  it('a second process on the directory says so and ends', async () => {
    const directory = await installedDirectory();
    const server = await serve(directory);
    const second = spawnSync(process.execPath, ['scripts/start.mjs'], {
      encoding: 'utf8',
      timeout: 60_000,
      env: { ...process.env, PORT: String(await freePort()), OSTENDO_DATA: directory },
    });
    await server.stop();
    expect(second.error, 'it ended by itself').to.equal(undefined);
    expect(second.stderr).to.include('is in use by process').and.to.include('OSTENDO_DATA');
    expect(second.status).to.equal(1);
    expect(
      spawnSync(process.execPath, ['scripts/start.mjs'], { encoding: 'utf8', env: { ...process.env, PORT: 'http' } }),
    )
      .to.include({ status: 1 })
      .and.to.have.property('stderr')
      .that.includes('PORT');
  });
});
