import type { App } from '#compose';
import type { Actor } from '#core/people/actor';
import { actingAs } from '#server/actor/actorNow';

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
] satisfies (keyof App | keyof App['queries'])[]);

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

/**
 * The application for a story that is told without a browser: each step is done by whoever does it there, the client's
 * steps by a client, the others by the person.
 */
export const asThemselves = (app: App, person: Actor = { kind: 'person', id: null }): App => ({
  ...acting(app, person),
  queries: acting(app.queries, person),
});
