import { byItself } from '#server/actor/actorNow';
import type { Deps } from '#server/deps';
import { pauseOver } from '#server/database/pauses';
import { bookings } from '#server/database/schema/bookings';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import type { IntentRow } from '#server/intents/openIntent';
import { recordAnswer } from '#server/intents/recordAnswer';
import type { ProcessorAnswer } from '#core/paying/answer';
import type { CardProcessor } from '#server/ports';
import { givenUpOn, keepingTrouble } from '#server/through/troubles';
import { processorBy } from '#server/ways/payAccounts';
import { and, asc, eq, getTableColumns, not, sql } from 'drizzle-orm';

/** Asks a processor what the intent says, with the intent's id as the key: a repeat is answered as before. */
export function askProcessor(processor: CardProcessor, intent: IntentRow, currency: string): Promise<ProcessorAnswer> {
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

/** That of its booking. */
const currency = sql<string>`(select ${bookings.currency} from ${bookings} where ${bookings.id} = ${intents.bookingId})`;

/**
 * Makes the call of an open intent, outside any transaction, and records the answer. Safe to repeat, by this process
 * or another, after a crash at any point.
 * @throws where the processor cannot be reached: the intent stays open and is asked about again
 */
export async function carryOut(deps: Deps, intentId: string): Promise<ProcessorAnswer> {
  const [found] = await deps.db
    .update(intents)
    .set({ calledAt: sql`now()` })
    .from(payAccounts)
    .where(and(eq(intents.id, intentId), eq(payAccounts.id, intents.accountId)))
    .returning({ row: getTableColumns(intents), account: getTableColumns(payAccounts), currency });
  if (!found) throw new Error(`no intent ${intentId}`);
  const { row, account, currency: inCurrency } = found;
  if (row.state !== 'open') return row.answer!;
  const answer = await keepingTrouble(deps, 'call', intentId, async () =>
    askProcessor(processorBy(deps, account), row, inCurrency),
  );
  const further = await recordAnswer(deps, intentId, answer, row);
  const { bookingId: booking, request } = row;
  deps.note('intent answered', { intent: intentId, booking, kind: request.kind, outcome: answer.outcome });
  deps.outbox.wake();
  for (const id of further) await carryOut(deps, id);
  return answer;
}

/** Seconds after which an unanswered call is taken up by whoever looks: longer than its deadline. */
const patienceSeconds = 20;

/** Asks again about intents that were left open. @returns how many were settled */
export const recoverIntents = (deps: Deps, patience = patienceSeconds): Promise<number> =>
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
      await carryOut(deps, id);
      settled++;
    } catch (error) {
      deps.report(`intent ${id} could not be carried out`, error, { intent: id, booking });
    }
  }
  return settled;
}
