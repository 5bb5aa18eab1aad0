import { type Adapter, type Adapters, type CardProcessor, type Mailbox, MailFailed } from '#server/ports';
import { type Faults, never } from '#world/faults/faults';

/** Times that an answer is none, once it is. */
const wrongTimes = 2;

type Call = (...given: never[]) => Promise<unknown>;

/** What only reads has nothing that could be lost after it. */
const reads: ReadonlySet<unknown> = new Set<keyof CardProcessor>(['cardOf', 'liveAuthorisations']);

/** A call that may go wrong in each of the ways in which a processor can. */
function faultyCall(faults: Faults, wrong: Map<string, number>, call: Call, acts: boolean): Call {
  return async (...given) => {
    const key = JSON.stringify(given[0]);
    const left = wrong.get(key) ?? (faults.happens('wrong') ? wrongTimes : 0);
    if (left > 0) {
      wrong.set(key, left - 1);
      throw new Error('the processor said something that is no answer');
    }
    if (faults.happens('silent')) return never();
    if (faults.happens('slow')) await faults.slowly();
    const answer = await call(...given);
    if (acts && faults.happens('lost')) throw new Error('the connection was cut before the answer came');
    return answer;
  };
}

/** The same object, each of whose calls may go wrong. */
function faultyObject<T extends object>(
  faults: Faults,
  wrong: Map<string, number>,
  whole: T,
  names: readonly (keyof T)[],
) {
  const replaced = names.map((name) => [
    name,
    faultyCall(faults, wrong, (whole[name] as Call).bind(whole), !reads.has(name)),
  ]);
  return { ...whole, ...Object.fromEntries(replaced) } as T;
}

function faultyAdapter(faults: Faults, adapter: Adapter): Adapter {
  const wrong = new Map<string, number>();
  return {
    ...faultyObject(faults, wrong, adapter, ['exchange', 'renew']),
    open: (account, access): CardProcessor => {
      const processor = adapter.open(account, access);
      const names = Object.keys(processor) as (keyof CardProcessor)[];
      return faultyObject(faults, wrong, processor, names);
    },
  };
}

/** The processors, misbehaving as the faults say. */
export const withFaults = (faults: Faults, adapters: Adapters): Adapters =>
  Object.fromEntries(Object.entries(adapters).map(([id, adapter]) => [id, faultyAdapter(faults, adapter)]));

/** A mailbox that is down, silent, refuses, or hangs up after the body, as the faults say. */
export const withMailFaults = (faults: Faults, mailbox: Mailbox): Mailbox => ({
  async send(mail) {
    if (faults.happens('mailDown')) throw new MailFailed('later', new Error('the mail server is down'));
    if (faults.happens('mailSilent')) return never();
    if (faults.happens('mailRefuses'))
      throw new MailFailed('refused', new Error('the mail server takes no such address'));
    const sent = await mailbox.send(mail);
    if (faults.happens('mailHangsUp')) throw new MailFailed('unsure', new Error('the mail server hung up'));
    return sent;
  },
});
