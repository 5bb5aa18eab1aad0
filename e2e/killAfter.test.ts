import { compose } from '#compose';
import type { Fact } from '#core/bookings/facts';
import type { Instant } from '#core/calendar/instant';
import { bookingState } from '#core/bookings/bookingState';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { readConfig } from '#server/config';
import { verify } from '#server/verify/verify';
import type { CardBehaviour } from '#world/cardNetwork/testCards';
import { expect } from 'chai';
import { randomInt, randomUUID } from 'node:crypto';
import { moneyAgrees } from '../testing/moneyAgrees';
import { type OverBooking, overDirectory, receivingApp } from './installed';
import { freePort, serve } from './server';

const rounds = 8;
const cards: readonly CardBehaviour[] = ['approves', 'disputesNotProvided', 'opensAgain', 'disputesClaims'];

/** What was asked for under a key of its own; asked again, with the same key, until it is answered. */
type Asked = { readonly path: string; readonly body: object; readonly key: string; readonly booking: string };
type Answer = { readonly status: number; readonly body: unknown };

/** Asks; null where the process died before it answered. */
async function ask(address: string, cookie: string, path: string, body: object): Promise<Answer | null> {
  try {
    const headers = { 'content-type': 'application/json', cookie };
    const response = await fetch(address + path, { method: 'POST', headers, body: JSON.stringify(body) });
    return { status: response.status, body: await response.json() };
  } catch {
    return null;
  }
}

async function signedIn(address: string): Promise<string> {
  const response = await fetch(`${address}/api/demo/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  });
  return response.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ');
}

type Viewed = { readonly facts: readonly Fact[] };

/** One thing that comes after a service, chosen by chance from what its booking has. */
function something({ id, link }: OverBooking, facts: readonly Fact[]): Omit<Asked, 'booking'> {
  const key = randomUUID();
  const claims = facts.flatMap((fact) => (fact.kind === 'claimMade' ? [fact] : []));
  const claim = claims[randomInt(Math.max(1, claims.length))];
  const dispute = facts.findLast((fact) => fact.kind === 'disputeOpened');
  const said = { claimId: null, what: 'damage', reason: 'Scratch', amount: 25_00, restsOn: '', pictures: [] };
  const make = { path: '/api/closing/save-claim', key, body: { bookingId: id, requestKey: key, ...said } };
  const other = [
    make,
    { path: '/api/closing/brought-back', key, body: { bookingId: id, moment: null } },
    {
      path: '/api/closing/give-courtesy',
      key,
      body: { bookingId: id, requestKey: key, amount: 7_00, receiptId: null, reason: 'Cloudy' },
    },
    { path: '/api/closing/close-out', key, body: { bookingId: id, claims: [], coverBalance: false } },
    ...(claim
      ? [
          {
            path: '/api/client/answer-claim',
            key,
            body: { link, claimId: claim.claimId, accept: true, seen: claim.amount, note: '' },
          },
          {
            path: '/api/closing/take-claims',
            key,
            body: { bookingId: id, requestKey: key, claimIds: [claim.claimId] },
          },
        ]
      : []),
    ...(dispute
      ? [
          {
            path: '/api/disputes/answer',
            key,
            body: { dispute: dispute.disputeId, requestKey: key, word: 'It was so.', pictures: [] },
          },
        ]
      : []),
  ];
  return other[randomInt(other.length)]!;
}

describe('kill -9 amid what comes after the service', () => {
  it(`nothing that was answered is lost, and nothing is done twice, ${rounds} times`, async function () {
    this.timeout(600_000);
    const { directory, bookings } = await overDirectory(cards, 16);
    const port = await freePort();
    const unanswered: Asked[] = [];
    const answered: Asked[] = [];
    const sent = new Map<string, Asked>();
    const clock = ['03-21T10:00', '03-28T20:00', '05-13T10:00', '05-14T10:00'];
    for (let round = 0; round < rounds; round++) {
      const server = await serve(directory, {}, port);
      const cookie = await signedIn(server.address);
      let alive = true;
      const act = async (asked: Asked): Promise<void> => {
        sent.set(asked.key, asked);
        const answer = await ask(server.address, cookie, asked.path, asked.body);
        if (answer === null) unanswered.push(asked);
        else if (answer.status === 200) answered.push(asked);
        else expect(answer.status, `${asked.path}: ${JSON.stringify(answer.body)}`).to.be.below(500);
      };
      const workers = Array.from({ length: 3 }, async () => {
        while (alive) {
          const left = unanswered.shift();
          if (left) {
            await act(left);
            continue;
          }
          const booking = bookings[randomInt(bookings.length)]!;
          const read = await fetch(`${server.address}/api/booking/${booking.number}`, { headers: { cookie } })
            .then(async (response) => (await response.json()) as Viewed)
            .catch(() => null);
          if (read) await act({ ...something(booking, read.facts), booking: booking.id });
        }
      });
      if (round % 2 === 1) {
        const to = `2027-${clock[(round - 1) / 2]}`;
        void ask(server.address, cookie, '/api/stand-ins/clock', { to });
      }
      const before = answered.length;
      for (let tries = 0; answered.length < before + 4 && tries < 600; tries++)
        await new Promise((resolve) => setTimeout(resolve, 50));
      await new Promise((resolve) => setTimeout(resolve, randomInt(0, 1200)));
      await server.stop('SIGKILL');
      alive = false;
      await Promise.all(workers);
      if (round !== rounds / 2 - 1) continue;
      // Ten weeks later, when banks come: a way too long to be gone between two kills.
      const between = await receivingApp(readConfig({ OSTENDO_DATA: directory }));
      await between.moveClock('2027-05-12T10:00:00Z' as Instant);
      await between.close();
    }

    const app = await compose(readConfig({ OSTENDO_DATA: directory }), { post: async () => ({ ok: false }) });
    await app.recover(0);
    expect(await verify(app.deps)).to.deep.equal([]);
    const stands = async (id: string) => {
      const { booking, facts } = (await readBooking(app.deps.db, id))!;
      return { ...bookingState(agreedOf(booking), facts, app.world.clock.now()), facts };
    };
    const told = await Promise.all(bookings.map(async ({ id }) => [id, (await stands(id)).facts] as const));
    const factsOf = (id: string): readonly Fact[] => told.find(([each]) => each === id)![1];
    const made = (key: string, of: string) => factsOf(of).filter((fact) => 'key' in fact && fact.key === key);
    const given = (key: string, of: string) =>
      factsOf(of).filter((fact) => fact.kind === 'courtesy' && fact.courtesyId === key);
    const kinds = { claims: 0, courtesies: 0 };
    for (const { path, key, booking } of answered) {
      if (path.endsWith('save-claim')) kinds.claims += made(key, booking).length;
      if (path.endsWith('save-claim')) expect(made(key, booking), 'a claim that was answered').to.have.length(1);
      if (path.endsWith('give-courtesy')) kinds.courtesies += given(key, booking).length;
      if (path.endsWith('give-courtesy')) expect(given(key, booking), 'a courtesy').to.have.length(1);
      if (path.endsWith('brought-back'))
        expect(factsOf(booking).some(({ kind }) => kind === 'broughtBack')).to.equal(true);
    }
    for (const { path, key, booking } of sent.values()) {
      if (path.endsWith('give-courtesy')) expect(given(key, booking).length, 'not twice').to.be.at.most(1);
      if (path.endsWith('save-claim')) expect(made(key, booking).length, 'not twice').to.be.at.most(1);
    }
    for (const [, facts] of told) {
      const back = facts.flatMap((fact) => (fact.kind === 'refunded' ? [fact.refundId] : []));
      expect(new Set(back).size, 'each refund once').to.equal(back.length);
      expect(facts.filter(({ kind }) => kind === 'closedOut').length).to.be.at.most(1);
    }
    await moneyAgrees(
      app,
      bookings.map(({ id }) => id),
      stands,
    );
    expect(kinds.claims, 'claims got through').to.be.above(2);
    expect(kinds.courtesies, 'courtesies got through').to.be.above(2);
    const disputed = told.filter(([, facts]) => facts.some(({ kind }) => kind === 'disputeOpened'));
    expect(disputed.length, 'banks took payments back').to.be.above(2);
    await app.close();
  });
});
