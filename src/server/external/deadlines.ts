import { OutsideFailed } from '#server/external/outsideFailed';
import { everyAdapter } from '#server/external/everyAdapter';
import { leaveTurn } from '#server/external/turnNow';
import type { Adapter, Adapters, CardProcessor, Mailbox } from '#server/ports';
import {
  circuitBreaker,
  ConsecutiveBreaker,
  type IPolicy,
  TaskCancelledError,
  handleType,
  timeout,
  TimeoutStrategy,
  wrap,
} from 'cockatiel';

/** Seconds that a mail server has to answer: nobody waits for it. Each adapter says how long a processor has. */
const mailSeconds = 60;
/** Others than the usual ones, for all processors and for the mail server. */
export type Deadlines = { readonly processor: number; readonly mailbox: number };

/** After so many calls in a row without an answer, the next ones fail at once for so long. */
const silentCalls = 3;
const restSeconds = 20;

/**
 * A service that is silent must not hold up everything that waits behind it: each call has a deadline, and after some
 * silent ones the others fail at once for a while. What it says no to is an answer, and counts for nothing here.
 */
function policyFor(seconds: number): IPolicy {
  const breaker = circuitBreaker(handleType(TaskCancelledError), {
    halfOpenAfter: restSeconds * 1000,
    breaker: new ConsecutiveBreaker(silentCalls),
  });
  return wrap(breaker, timeout(seconds * 1000, TimeoutStrategy.Aggressive));
}

/** The same object, each of whose methods ends by its deadline. @throws {OutsideFailed} from each of them */
function bounded<T extends object>(service: string, policy: IPolicy, target: T, methods: readonly (keyof T)[]): T {
  const call =
    (method: (...given: unknown[]) => Promise<unknown>) =>
    async (...given: unknown[]): Promise<unknown> => {
      leaveTurn();
      try {
        // Without a signal of its own each call would listen on one that all share.
        return await policy.execute(() => method(...given), new AbortController().signal);
      } catch (error) {
        throw new OutsideFailed(service, error);
      }
    };
  const replaced = methods.map((name) => [name, call((target[name] as () => Promise<unknown>).bind(target))]);
  return { ...target, ...Object.fromEntries(replaced) } as T;
}

/** All of them: another one that is asked without a deadline does not compile. */
const bound = {
  charge: true,
  authorise: true,
  capture: true,
  release: true,
  extend: true,
  raise: true,
  answerDispute: true,
  giveInDispute: true,
  refund: true,
  verify: true,
  abandon: true,
  cardOf: true,
  liveAuthorisations: true,
} satisfies Record<keyof CardProcessor, true>;
const calls = Object.keys(bound) as (keyof CardProcessor)[];

/** The processors with their deadlines; each account has its own patience, so that one that is silent stops no other. */
export const withDeadlines = (adapters: Adapters, given?: Deadlines): Adapters =>
  everyAdapter(adapters, (adapter) => withDeadline(adapter, given?.processor));

function withDeadline(adapter: Adapter, seconds: number = adapter.deadline): Adapter {
  const policies = new Map<string, IPolicy>();
  const policyOf = (account: string): IPolicy => {
    const known = policies.get(account) ?? policyFor(seconds);
    policies.set(account, known);
    return known;
  };
  return {
    ...bounded('the processor', policyFor(seconds), adapter, ['exchange', 'renew']),
    open: (account, access) => bounded('the processor', policyOf(account), adapter.open(account, access), calls),
  };
}

export const mailboxWithDeadline = (mailbox: Mailbox, given?: Deadlines): Mailbox =>
  bounded('the mail server', policyFor(given?.mailbox ?? mailSeconds), mailbox, ['send']);
