import type { App } from '#compose';
import type { Actor } from '#core/people/actor';
import * as everyUseCase from '#demo/everyUseCase';
import { actingAs } from '#server/actor/actorNow';
import type { Deps } from '#server/deps';

type Everything = typeof everyUseCase;
/** The use cases of these modules, by their names: what takes what a use case is given, and gives what does the work. */
type UseCases = {
  readonly [
    K in keyof Everything as Everything[K] extends (deps: Deps) => (...input: never[]) => Promise<unknown> ? K : never
  ]: Everything[K] extends (deps: Deps) => infer U ? U : never;
};
/** An application with its use cases at hand, for a story that is told without routes. */
export type StoryApp = App & UseCases;

/** What a client does by themselves; everything else is done by somebody of the business. */
const byClients = new Set<string>([
  'abandonPayment',
  'agreeAnew',
  'answerClaim',
  'withdrawByLaw',
  'withdrawConsent',
  'acceptQuote',
  'askChange',
  'askPayer',
  'checkOut',
  'chooseOnQuote',
  'confirmByClient',
  'giveCard',
  'payByClient',
  'payCheckout',
  'payRequest',
  'requestPage',
  'signChange',
  'signQuote',
  'useCard',
  'useCredit',
  'useCreditOnCheckout',
  'useVoucher',
  'useVoucherOnCheckout',
  'writeOnQuote',
  'client',
  'quotePage',
] satisfies (keyof StoryApp | keyof App['queries'])[]);

const client: Actor = { kind: 'client', device: null };

function acting<T extends object>(functions: T, person: Actor): T {
  const wrapped = Object.entries(functions).map(([name, value]) => {
    if (typeof value !== 'function') return [name, value] as const;
    const actor = byClients.has(name) ? client : person;
    return [
      name,
      (...given: unknown[]): unknown => actingAs(actor, () => (value as (...all: unknown[]) => unknown)(...given)),
    ] as const;
  });
  return Object.fromEntries(wrapped) as T;
}

/** Each is made as it is called: what these modules export besides is no use case, and is never called here. */
const useCasesOf = (deps: Deps): UseCases =>
  Object.fromEntries(
    Object.entries(everyUseCase).map(([name, made]) => [
      name,
      (...given: unknown[]): unknown => (made as (of: Deps) => (...all: unknown[]) => unknown)(deps)(...given),
    ]),
  ) as unknown as UseCases;

/**
 * The application for a story that is told without a browser: each step is done by whoever does it there, the client's
 * steps by a client, the others by the person.
 */
export const asThemselves = (app: App, person: Actor = { kind: 'person', id: null }): StoryApp => ({
  ...acting(useCasesOf(app.deps), person),
  ...acting(app, person),
  queries: acting(app.queries, person),
});
