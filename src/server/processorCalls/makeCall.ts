import { byItself } from '#server/actor/actorNow';
import type { Deps } from '#server/deps';
import type { Database } from '#server/database/database';
import { pauseOver } from '#server/database/pauses';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import { currencyOf, type CallRow, type OpenCall, type ToCarryOut } from '#server/processorCalls/openCall';
import { recordAnswer } from '#server/processorCalls/recordAnswer';
import type { ProcessorAnswer } from '#core/payments/answer';
import type { CardProcessor } from '#server/ports';
import { givenUpOn, keepingTrouble } from '#server/failures/troubles';
import { processorBy } from '#server/paymentMethods/payAccounts';
import { and, asc, eq, getTableColumns, not, sql } from 'drizzle-orm';

/** Asks a processor what the intent says, with the intent's id as the key: a repeat is answered as before. */
export function askProcessor(processor: CardProcessor, intent: CallRow, currency: string): Promise<ProcessorAnswer> {
  const { id: key, amount, request } = intent;
  switch (request.kind) {
    case 'pay':
    case 'charge': {
      const { description } = request;
      const clientPresent = request.kind === 'pay';
      return processor.charge({ key, card: request.card.token, amount, currency, clientPresent, description });
    }
    case 'counter': {
      const { description } = request;
      return processor.charge({ key, card: null, amount, currency, clientPresent: true, description });
    }
    case 'reserve': {
      const { description } = request;
      return processor.authorise({ key, card: request.card.token, amount, currency, clientPresent: true, description });
    }
    case 'hold': {
      const { clientPresent, description } = request;
      const renewal = request.renews ? { renews: request.renews } : {};
      return processor.authorise({
        key,
        card: request.card.token,
        amount,
        currency,
        clientPresent,
        description,
        ...renewal,
      });
    }
    case 'release':
      return processor.release({ key, authorisation: request.authorisation });
    case 'capture':
    case 'keepFromHold':
    case 'captureReserved':
      return processor.capture({ key, authorisation: request.authorisation, amount });
    case 'takeClaims':
      return processor.capture({ key, authorisation: request.authorisation, amount, more: true });
    case 'extend':
      return processor.extend({ key, authorisation: request.authorisation });
    case 'raise':
      return processor.raise({ key, authorisation: request.authorisation, amount });
    case 'counterHold': {
      const { description } = request;
      return processor.authorise({ key, card: null, amount, currency, clientPresent: true, description });
    }
    case 'refund':
      return processor.refund({ key, payment: request.payment, amount });
    case 'verify':
      return processor.verify({ key, card: request.card.token, clientPresent: true });
  }
}

/**
 * Makes the call of an open intent, outside any transaction, and records the answer. Safe to repeat, by this process
 * or another, after a crash at any point.
 * @param asked as it was opened just now, or its id
 * @throws where the processor cannot be reached: the intent stays open and is asked about again
 */
export async function makeCall(deps: Deps, asked: ToCarryOut): Promise<ProcessorAnswer> {
  const { row, account, currency } = typeof asked === 'string' ? await calledAgain(deps.db, asked) : asked;
  const { id, bookingId: booking, request } = row;
  if (row.state !== 'open') return row.answer!;
  const answer = await keepingTrouble(deps, 'call', id, async () =>
    askProcessor(processorBy(deps, account), row, currency),
  );
  const further = await recordAnswer(deps, id, answer, row);
  deps.note('intent answered', { intent: id, booking, kind: request.kind, outcome: answer.outcome });
  deps.outbox.wake();
  for (const each of further) await makeCall(deps, each);
  return answer;
}

async function calledAgain(db: Database, intentId: string): Promise<OpenCall> {
  const [found] = await db
    .update(intents)
    .set({ calledAt: sql`now()` })
    .from(payAccounts)
    .where(and(eq(intents.id, intentId), eq(payAccounts.id, intents.accountId)))
    .returning({
      row: getTableColumns(intents),
      account: getTableColumns(payAccounts),
      currency: currencyOf(intents.bookingId),
    });
  if (!found) throw new Error(`no intent ${intentId}`);
  return found;
}

/** Seconds after which an unanswered call is taken up by whoever looks: longer than its deadline. */
const patienceSeconds = 20;

/** Asks again about intents that were left open. @returns how many were settled */
export const recoverCalls = (deps: Deps, patience = patienceSeconds): Promise<number> =>
  byItself(() => recoverLeft(deps, patience));

async function recoverLeft(deps: Deps, patience: number): Promise<number> {
  const left = await deps.db
    .select({ id: intents.id, booking: intents.bookingId })
    .from(intents)
    .where(and(eq(intents.state, 'open'), pauseOver(intents.calledAt, patience), not(givenUpOn('call', intents.id))))
    .orderBy(asc(intents.madeAt))
    .limit(50);
  let settled = 0;
  for (const { id, booking } of left) {
    try {
      await makeCall(deps, id);
      settled++;
    } catch (error) {
      deps.report(`intent ${id} could not be carried out`, error, { intent: id, booking });
    }
  }
  return settled;
}
