import type { DropFailure, FailureKind, RetryFailure } from '#contracts/failures/failures';
import { ok, refuse, type Result } from '#core/result';
import { actorNow } from '#server/actor/actorNow';
import { runDue } from '#server/jobs/run/runDue';
import { carryOutRequest } from '#server/credit/requestPayments';
import { jobs, messages, troubles } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { letterWaits } from '#server/mail/notify/write';
import { failuresView } from '#server/failures/failures';
import { sendAnswer } from '#server/usecases/disputes/answerDispute';
import { placeKept } from '#server/usecases/payments/takeEvent';
import { renewNow } from '#server/paymentMethods/renewAccess';
import { and, eq, sql } from 'drizzle-orm';

type NotWaiting = { readonly code: 'nothing_waits' };

/** What has become of it: `through`; `waits`, with what was said where anything was. */
export type Tried = { readonly state: 'through' | 'waits' | 'begun' };

/** How each kind is tried at once. Whether it got through is looked at afterwards. */
const tries: { readonly [K in FailureKind]: (deps: Deps, id: string) => Promise<unknown> } = {
  // A new round of tries, as if it had just been written.
  letter: async (deps, id) => {
    await deps.db
      .update(messages)
      .set({ state: 'outgoing', tries: 0, unsure: 0, triedAt: null, pause: 0 })
      .where(and(eq(messages.id, id), sql`${messages.state} <> 'sent'`));
    letterWaits();
    deps.outbox.wake();
  },
  errand: async (deps, id) => {
    await deps.db
      .update(jobs)
      .set({ state: 'waiting', tries: 0, triedAt: null, pause: 0 })
      .where(and(eq(jobs.id, id), sql`${jobs.state} in ('failed', 'waiting')`));
    await runDue(deps);
  },
  call: (deps, id) => makeCall(deps, id),
  requestCall: (deps, id) => carryOutRequest(deps, id),
  answer: (deps, id) => sendAnswer(deps, id),
  event: (deps) => placeKept(deps),
  renewal: (deps, id) => renewNow(deps, id.split(' ')[0]!),
};

const waits = async (deps: Deps, { kind, id }: RetryFailure) => {
  const { waiting, givenUp } = await failuresView(deps.db, deps.clock.now());
  return [...waiting, ...givenUp].find((each) => each.kind === kind && each.id === id) ?? null;
};

/** Tries now what did not get through; what had been given up is taken up again by that. */
export const retryFailure =
  (deps: Deps) =>
  async (given: RetryFailure): Promise<Result<Tried, NotWaiting>> => {
    if (!(await waits(deps, given))) return refuse({ code: 'nothing_waits' });
    const { kind, id } = given;
    await deps.db
      .update(troubles)
      .set({ givenUpAt: null, reason: null, actor: null })
      .where(and(eq(troubles.kind, kind), eq(troubles.subject, id)));
    try {
      await tries[kind](deps, id);
    } catch (error) {
      // It is kept with what was said, and goes on being tried by itself.
      deps.report(`${kind} ${id} was tried at once`, error);
      return ok({ state: 'waits' });
    }
    // Letters go out beside everything else.
    if (kind === 'letter') return ok({ state: 'begun' });
    return ok({ state: (await waits(deps, given)) ? 'waits' : 'through' });
  };

/**
 * Gives up what does not get through, with the reason. What a processor was asked stays open all the same: nobody knows
 * whether it was done, so its answer is recorded whenever it comes, and no second request takes its place.
 */
export const dropFailure =
  (deps: Deps) =>
  async ({ reason, ...given }: DropFailure): Promise<Result<null, NotWaiting>> => {
    const found = await waits(deps, given);
    if (!found || found.givenUp) return refuse({ code: 'nothing_waits' });
    const { kind, id } = given;
    const now = deps.clock.now();
    const done = { givenUpAt: now, reason, actor: actorNow() };
    return deps.db.transaction(async (tx) => {
      if (kind === 'letter')
        await tx
          .update(messages)
          .set({ state: 'failed' })
          .where(and(eq(messages.id, id), eq(messages.state, 'outgoing')));
      if (kind === 'errand')
        await tx
          .update(jobs)
          .set({ state: 'failed', triedAt: null })
          .where(and(eq(jobs.id, id), sql`${jobs.state} in ('waiting', 'claimed')`));
      await tx
        .insert(troubles)
        .values({ kind, subject: id, since: found.since, tries: found.tries, ...done })
        .onConflictDoUpdate({ target: [troubles.kind, troubles.subject], set: done });
      return ok(null);
    });
  };
