import type { Instant } from '#core/calendar/instant';
import { minor } from '#core/money/minor';
import type { ProcessorAnswer } from '#core/payments/answer';
import type { CardProcessor } from '#server/ports';
import { decide } from '#world/cardNetwork/decide';
import type { NetworkRequest } from '#world/cardNetwork/request';
import { type AtAccount, bankPage, holdRow, paymentRow, refundRow, waitForClient } from '#world/cardNetwork/rows';
import type { authorisations, payments, requests, vault } from '#world/cardNetwork/tables';
import { type CardBehaviour, readNumber } from '#world/cardNetwork/testCards';
import { randomBytes } from 'node:crypto';

type Card = typeof vault.$inferInsert & { readonly behaviour: CardBehaviour; refusals: number };
type Payment = typeof payments.$inferInsert;
type OnCard = Extract<NetworkRequest, { kind: 'charge' | 'authorise' }>;

const notInTheseLives = (): never => {
  throw new Error('nothing of this happens in ordinary lives');
};

/**
 * The card network of lives that are played without a database: its issuers decide as ever, and what it keeps is written
 * when all is over.
 */
export class NetworkInMemory {
  readonly cards: Card[] = [];
  readonly requests: (typeof requests.$inferInsert)[] = [];
  readonly authorisations: (typeof authorisations.$inferInsert)[] = [];
  readonly payments: Payment[] = [];
  readonly #cards = new Map<string, Card>();
  readonly #held = new Map<string, typeof authorisations.$inferInsert>();
  readonly #paid = new Map<string, Payment>();
  readonly #waiting = new Map<string, OnCard>();

  constructor(
    readonly at: AtAccount,
    private readonly now: () => Instant,
    private readonly baseUrl: string,
  ) {}

  /** A number typed in the account's frame. */
  tokenise(number: string): { readonly token: string; readonly last4: string } {
    const read = readNumber(number);
    if ('fault' in read) throw new Error(read.fault);
    const token = `kept.${randomBytes(15).toString('base64url')}`;
    const card = { token, account: this.at.account, ...read, refusals: 0 };
    this.cards.push(card);
    this.#cards.set(token, card);
    return { token, last4: read.last4 };
  }

  /** The holder confirms. */
  confirm(key: string): ProcessorAnswer {
    const request = this.#waiting.get(key);
    const row = this.requests.findLast((each) => each.key === key);
    if (!request || !row) throw new Error(`nobody waits for ${key}`);
    this.#waiting.delete(key);
    row.answer = this.#approve(request);
    row.confirmUntil = null;
    return row.answer;
  }

  readonly processor: CardProcessor = {
    charge: async (request) => this.#answered({ kind: 'charge', ...request }),
    authorise: async (request) => this.#answered({ kind: 'authorise', ...request }),
    capture: async (request) => this.#answered({ kind: 'capture', ...request }),
    release: async (request) => this.#answered({ kind: 'release', ...request }),
    refund: async (request) => this.#answered({ kind: 'refund', ...request }),
    extend: notInTheseLives,
    raise: notInTheseLives,
    verify: notInTheseLives,
    answerDispute: notInTheseLives,
    giveInDispute: notInTheseLives,
    abandon: notInTheseLives,
    cardOf: notInTheseLives,
    liveAuthorisations: notInTheseLives,
  };

  #answered(request: NetworkRequest): ProcessorAnswer {
    const answer = this.#decided(request);
    const waits = answer.outcome === 'confirm' ? { confirmation: answer.reference, confirmUntil: answer.until } : {};
    this.requests.push({ key: request.key, request, answer, at: this.now(), account: this.at.account, ...waits });
    return answer;
  }

  #decided(request: NetworkRequest): ProcessorAnswer {
    switch (request.kind) {
      case 'charge':
      case 'authorise':
        return this.#onCard(request);
      case 'capture':
        return this.#captured(request);
      case 'release':
        return this.#released(request.authorisation);
      case 'refund':
        return this.#refunded(request);
      case 'extend':
      case 'raise':
      case 'verify':
        return notInTheseLives();
    }
  }

  #onCard(request: OnCard): ProcessorAnswer {
    const at = this.now();
    const card = this.#cards.get(request.card ?? '')!;
    const { kind, clientPresent } = request;
    const renewal = request.kind === 'authorise' && request.renews !== undefined;
    const decision = decide(card.behaviour, { kind, clientPresent, renewal }, card.refusals);
    if (decision.say === 'confirm') {
      this.#waiting.set(request.key, request);
      return waitForClient(bankPage(this.baseUrl), at).answer;
    }
    if (decision.say === 'decline') {
      card.refusals += 1;
      return { outcome: 'declined', code: decision.code, decline: decision.decline, at };
    }
    card.refusals = 0;
    return this.#approve(request);
  }

  #approve(request: OnCard): ProcessorAnswer {
    const at = this.now();
    if (request.kind === 'authorise') {
      const held = holdRow(this.at, request, at);
      this.authorisations.push(held);
      this.#held.set(held.reference, held);
      return { outcome: 'approved', reference: held.reference, at, expires: held.expiresAt };
    }
    const { amount, currency, description, card: token } = request;
    return this.#pays(paymentRow({ account: this.at.account, amount, currency, description, token }, at));
  }

  #pays(payment: Payment): ProcessorAnswer {
    this.payments.push(payment);
    this.#paid.set(payment.reference, payment);
    return { outcome: 'approved', reference: payment.reference, at: payment.at };
  }

  #live(authorisation: string) {
    const held = this.#held.get(authorisation);
    if (held?.state !== 'live' || held.expiresAt <= this.now())
      throw new Error(`${authorisation} is not held any more`);
    return held;
  }

  #captured({ authorisation, amount, more }: Extract<NetworkRequest, { kind: 'capture' }>): ProcessorAnswer {
    if (more) return notInTheseLives();
    const at = this.now();
    const held = this.#live(authorisation);
    const { currency, description, token } = held;
    Object.assign(held, { state: 'captured', captured: amount, endedAt: at });
    return this.#pays(paymentRow({ account: this.at.account, amount, currency, description, token }, at));
  }

  #released(authorisation: string): ProcessorAnswer {
    const at = this.now();
    Object.assign(this.#live(authorisation), { state: 'released', endedAt: at });
    return { outcome: 'approved', reference: authorisation, at };
  }

  #refunded({ payment, amount }: Extract<NetworkRequest, { kind: 'refund' }>): ProcessorAnswer {
    const paid = this.#paid.get(payment)!;
    paid.refunded = minor(paid.refunded + amount);
    return this.#pays(refundRow(paid, amount, this.now()));
  }
}
