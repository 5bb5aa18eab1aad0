import { claimState } from '#core/claims/claims';
import { bookingState } from '#core/bookings/bookingState';
import { addHours } from '#core/calendar/instant';
import { addDays } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';
import { least, type Minor, minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { verify } from '#server/verify/verify';
import { type CardBehaviour, testNumber } from '#world/cardNetwork/testCards';
import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { hledgerJournal } from '#server/formats/hledger';
import { moneyAgrees } from '../../../../testing/moneyAgrees';
import { connected, type Installation, installation, rental, zone } from '../../../../testing/installation';
import { bookingOf, publish } from '../../../../testing/onBooking';
import { numbersFrom } from '../../../../testing/numbers';

/**
 * What comes after the service, in whatever order clients, owner, banks and processors do it: the books agree with
 * themselves, with the facts and with the processors' own lists. `OSTENDO_SEEDS` runs more of them.
 */
describe('what comes after the service, in any order', () => {
  const count = Number(process.env.OSTENDO_SEEDS ?? 3);
  for (let seed = 1; seed <= count; seed++)
    it(`comes out right, told by ${seed}`, async function () {
      this.timeout(240_000);
      const app = await installation();
      try {
        await tell(app, numbersFrom(seed * 7919));
      } finally {
        await app.close();
      }
    });
});

const behaviours: readonly CardBehaviour[] = [
  'approves',
  'disputesNotAuthorised',
  'disputesNotProvided',
  'disputesCancelled',
  'opensAgain',
  'disputesClaims',
  'asksFirst',
  'noRenewal',
];

async function tell(app: Installation, next: (below: number) => number): Promise<void> {
  const pick = <T>(list: readonly T[]): T => list[next(list.length)]!;
  const fell = await connected(app, { provider: 'fell', mode: 'live', currency: 'EUR' });
  await connected(app, { provider: 'scree', mode: 'live', currency: 'EUR' });
  const rules: Terms = await (await bookingOf(app)).rules();
  const heard = await publish(app, { ...rules, claims: { answerDays: 5 } });
  const told = await publish(app, { ...rules, claims: { answerDays: 0, most: { fixed: minor(300_00) } } });
  const ids: string[] = [];
  const links = new Map<string, string>();
  for (const [index, termsId] of [heard, told, 'rental'].entries()) {
    const made = await app.createBooking(
      rental({ clientName: `Client ${index}`, total: 400_00 + index * 110_00, termsId }),
    );
    if (!made.ok) throw new Error(made.refusal.code);
    const { id } = made.value;
    const copied = await app.copyLink({ bookingId: id, requestKey: randomUUID() });
    if (!copied.ok) throw new Error(copied.refusal.code);
    const link = copied.value.url.split('/').at(-1)!;
    const account = pick([app.account, fell]);
    await app.savePaymentMethods({ ways: { hidden: [], online: account }, transferTo: '' });
    const card = await app.tokenAt(account, testNumber(pick(behaviours), 100 + index));
    const amount = minor((400_00 + index * 110_00) * 0.3);
    await app.payByClient({ link, attempt: randomUUID(), account, card, amount });
    await app.settle();
    ids.push(id);
    links.set(id, link);
  }
  const stands = async (id: string) => {
    const { booking, facts } = (await readBooking(app.deps.db, id))!;
    return bookingState(agreedOf(booking), facts, app.world.clock.now());
  };
  const some = (limit: number): Minor => least(minor(limit), minor(Math.max(1, next(200)) * 100));
  const claimsOf = async (id: string) => (await stands(id)).ledger.after.claims;
  const steps: readonly ((id: string) => Promise<unknown>)[] = [
    () => app.moveClock(addHours(app.world.clock.now(), 6 + next(90))),
    () => app.moveClock(addHours(app.world.clock.now(), 24 * (1 + next(14)))),
    async (bookingId) => {
      const amount = minor(Math.max(1, next(500)) * 100);
      const about = {
        what: pick(['damage', 'late', 'other'] as const),
        reason: `claim ${next(99)}`,
        restsOn: '',
        pictures: [],
      };
      const claimId = next(3) === 0 ? ((await claimsOf(bookingId))[0]?.claimId ?? null) : null;
      return app.saveClaim({ bookingId, requestKey: randomUUID(), claimId, amount, ...about });
    },
    async (bookingId) => {
      const claim = (await claimsOf(bookingId)).find((each) => claimState(each, app.world.clock.now()) === 'waits');
      if (!claim) return null;
      const accept = next(2) === 0;
      const answer = { claimId: claim.claimId, accept, seen: claim.amount, note: accept ? '' : 'No.' };
      return app.answerClaim({ link: links.get(bookingId)!, ...answer });
    },
    async (bookingId) => {
      const claim = (await claimsOf(bookingId)).find((each) => each.answer?.kind === 'objected');
      if (!claim) return null;
      return next(3) === 0
        ? app.withdrawClaim({ bookingId, claimId: claim.claimId })
        : app.decideClaim({ bookingId, claimId: claim.claimId, amount: some(claim.amount), note: '' });
    },
    async (bookingId) => {
      const claimIds = (await claimsOf(bookingId)).map(({ claimId }) => claimId).slice(0, 1 + next(2));
      return app.takeClaims({ bookingId, requestKey: randomUUID(), claimIds });
    },
    async (bookingId) => {
      const claimIds = (await claimsOf(bookingId)).map(({ claimId }) => claimId);
      return app.askForClaims({ bookingId, requestKey: randomUUID(), claimIds });
    },
    (bookingId) => app.markReturned({ bookingId, moment: null }),
    (bookingId) => app.markMissing({ bookingId }),
    async (bookingId) => {
      const { agreed, position } = await stands(bookingId);
      const claims = agreed.terms.claims ? [] : [{ id: randomUUID(), reason: 'scratch', amount: some(500_00) }];
      return app.closeOut({
        bookingId,
        claims,
        coverBalance: position.outstanding > 0 && agreed.terms.holdCoversBalance,
      });
    },
    async (bookingId) =>
      app.giveCourtesy({ bookingId, requestKey: randomUUID(), amount: some(200_00), receiptId: null, reason: '' }),
    async (bookingId) => {
      const { position } = await stands(bookingId);
      const amount = some(position.outstanding);
      return app.recordPayment({
        bookingId,
        requestKey: randomUUID(),
        amount,
        method: pick(['cash', 'transfer'] as const),
      });
    },
    async (bookingId) => {
      const receipt = (await stands(bookingId)).ledger.receipts.find(
        ({ method }) => method === 'cash' || method === 'transfer',
      );
      return receipt ? app.reversePayment({ bookingId, receiptId: receipt.id, reason: 'wrong' }) : null;
    },
    async (bookingId) => {
      const until = addDays(localDate(app.world.clock.now(), zone), 3 + next(20));
      const how = pick(['card', 'card', 'counter'] as const);
      await app.putHold({ bookingId, requestKey: randomUUID(), amount: minor(100_00 + next(8) * 50_00), until, how });
      const asked = await app.world.readerScreen();
      if (asked)
        await app.world.presentCard(asked.reference, testNumber(pick(['approves', 'lost'] as const), next(99)));
    },
    (bookingId) => app.agreeAnew({ link: links.get(bookingId)!, attempt: randomUUID() }),
    (bookingId) => (next(4) === 0 ? app.withdrawConsent({ link: links.get(bookingId)! }) : Promise.resolve(null)),
    (bookingId) => app.chargeNow({ bookingId, requestKey: randomUUID() }),
    async (bookingId) => {
      const dispute = (await stands(bookingId)).ledger.after.disputes.at(-1);
      if (!dispute) return null;
      return next(3) === 0
        ? app.concedeDispute({ dispute: dispute.id, requestKey: randomUUID() })
        : app.answerDispute({ dispute: dispute.id, requestKey: randomUUID(), word: 'So it was.', pictures: [] });
    },
    (bookingId) =>
      next(8) === 0
        ? app.cancelBooking({ bookingId, by: pick(['client', 'business', 'no_show'] as const) })
        : Promise.resolve(null),
    async () => {
      const { events } = await app.world.network();
      return events.length > 0 ? app.world.repeat(pick(events).id) : null;
    },
  ];
  const claiming = steps.slice(2, 7);
  const disputing = steps.slice(-4);
  // A few things before the services end, most after it, and some ten weeks later, when banks come.
  for (let step = 0; step < 56; step++) {
    if (step === 8) await app.at('2027-04-21T19:00');
    if (step === 42) await app.moveClock(addHours(app.world.clock.now(), 24 * 45));
    const likely = step < 8 ? [] : step < 42 ? claiming : disputing;
    await pick([...steps, ...likely, ...likely])(pick(ids));
    await app.settle();
    await moneyAgrees(app, ids, stands);
  }
  await app.moveClock(addHours(app.world.clock.now(), 24 * 130));
  await app.settle();
  await moneyAgrees(app, ids, stands);
  expect(await verify(app.deps)).to.deep.equal([]);
  expect(await hledger(app)).to.equal('');
}

/** What hledger says of the journal; nothing where it is content. */
async function hledger(app: Installation): Promise<string> {
  let journal = '';
  for await (const piece of hledgerJournal(app.deps.db)) journal += piece;
  const checked = spawnSync('hledger', ['-f-', 'check', '--strict'], { input: journal, encoding: 'utf8' });
  return checked.stderr + checked.stdout;
}
