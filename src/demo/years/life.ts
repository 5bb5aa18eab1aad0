import type { Actor } from '#core/people/actor';
import { type WantedJob, wantedJobs } from '#core/jobs/wantedJobs';
import type { Fact } from '#core/bookings/facts';
import type { CardOnFile } from '#core/bookings/ledger';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { zero } from '#core/money/minor';
import { type AskedByItself, holdPlaced, holdRenewed, partCharged } from '#core/payments/automatic';
import { deliveredFact } from '#core/bookings/deliveredFact';
import type { Ended } from '#core/payments/answer';
import { factsOfAnswer } from '#core/payments/factsOfAnswer';
import { allInHand, givingBack, goesBackAtOnce, type Refund } from '#core/payments/givingBack';
import type { CardUsed } from '#core/payments/processorCall';
import { AgendaInMemory } from '#demo/years/agenda';
import type { Scene } from '#demo/years/scene';
import { describe } from '#server/jobs/run/jobKinds';
import { inTransactions } from '#server/jobs/run/runJobs';
import { agreedOf, type LoadedBooking } from '#server/bookings/lockBooking';
import { computed } from '#server/bookings/record';
import type { CallRow } from '#server/processorCalls/openCall';
import { askedOf } from '#server/processorCalls/openCall';
import { askProcessor } from '#server/processorCalls/makeCall';
import { cardRow } from '#server/processorCalls/keepCards';
import { answeredOn } from '#server/processorCalls/recordAnswer';
import { documentRows, documentsWanted, isAskedFor, subjectOfBooking } from '#server/invoices/documentsOfBooking';
import type { NewDocument } from '#server/invoices/issue';
import { missingOf } from '#server/invoices/missingOf';
import { bringsDocuments } from '#server/mail/letters/writeDocumentLetter';
import { messageRow } from '#server/mail/letters/writeMessage';
import { messageIdOf } from '#world/mailbox/smtp';
import { randomUUID } from 'node:crypto';

type MessageRow = ReturnType<typeof messageRow>;
type Afterwards = (() => Promise<void>) | null;
const clock: Actor = { kind: 'clock' };

/**
 * A booking's life, played without a database: the core decides whatever happens in it, as it does for the use cases,
 * and what these would write one by one is gathered. `years.test.ts` holds both to each other.
 */
export class Life {
  readonly agenda: AgendaInMemory;
  readonly #cards = new Map<string, CardUsed>();
  readonly #intents: CallRow[] = [];
  readonly #documents: NewDocument[] = [];
  readonly #causes = new Set<string>();
  #letters: MessageRow[] = [];
  #known: { readonly loaded: LoadedBooking; readonly at: Instant; readonly bookingState: BookingState } | null = null;

  constructor(
    readonly scene: Scene,
    public loaded: LoadedBooking,
  ) {
    this.agenda = new AgendaInMemory(loaded.booking.id);
  }

  get now(): Instant {
    return this.scene.clock.now;
  }

  /** As it stands now. */
  bookingState(): BookingState {
    const { loaded, now } = this;
    if (this.#known?.loaded !== loaded || this.#known.at !== now) {
      const current = bookingState(agreedOf(loaded.booking), loaded.facts, now);
      this.#known = { loaded, at: now, bookingState: current };
    }
    return this.#known.bookingState;
  }

  /** What `recordFacts` does. */
  record(added: readonly Fact[], actor: Actor): void {
    const { posting, written, account } = this.scene;
    const { after, made, moves, inOrder, reached } = computed(
      { loaded: this.loaded, added },
      posting.post,
      actor,
      this.now,
    );
    this.loaded = after;
    for (const each of made) written.piece.made.push({ ...each, booking: after.booking, processor: account.name });
    if (moves) this.#plan(reached());
    if (inOrder.some(posting.asks)) {
      const at = inOrder.at(-1)!.at;
      this.agenda.add({ key: `document:${after.facts.length}`, kind: 'document', at });
    }
  }

  #plan(current: BookingState): void {
    this.#known = { loaded: this.loaded, at: this.now, bookingState: current };
    this.agenda.plan(wantedJobs(current, this.loaded.facts));
    if (current.stage === 'lapsed' || current.stage === 'cancelled') this.scene.places.free(this.loaded.booking.id);
  }

  /** Carries out what is due, until nothing is. */
  async runDue(): Promise<void> {
    for (let claimed = this.agenda.claim(this.now); claimed.length > 0; claimed = this.agenda.claim(this.now))
      for (const together of inTransactions(claimed.map((row) => ({ ...row, booking_id: this.loaded.booking.id }))))
        await this.#carryOut(together);
  }

  async #carryOut(together: readonly { readonly id: string; readonly key: string; readonly kind: string }[]) {
    const afterwards: Afterwards[] = [];
    const carried: string[] = [];
    for (const { id, key, kind } of together) {
      const errand = this.#wanted(key, kind);
      if (!errand) this.agenda.dropped(id);
      else if (errand.at > this.now) this.agenda.later(id, errand.at);
      else {
        afterwards.push(await this.#run(errand));
        carried.push(id);
      }
    }
    for (const id of carried) this.agenda.done(id, this.now);
    for (const work of afterwards) await work?.();
  }

  #wanted(key: string, kind: string): WantedJob | null {
    if (kind === 'turn' || kind === 'document') return { key, kind, at: this.now };
    return wantedJobs(this.bookingState(), this.loaded.facts).find((wanted) => wanted.key === key) ?? null;
  }

  async #run(errand: WantedJob): Promise<Afterwards> {
    const { key } = errand;
    const { booking } = this.loaded;
    const current = this.bookingState();
    const description = describe(this.loaded);
    switch (errand.kind) {
      case 'message': {
        const { occasion, part = null, text } = errand;
        if (occasion === 'overdue' && isAskedFor(this.#documents, current)) return null;
        if (bringsDocuments.has(occasion)) await this.#issue();
        this.#write({ cause: key, occasion, part, ...(text ? { text } : {}) });
        return null;
      }
      case 'charge': {
        const card = this.#cardOf(current.ledger.card);
        const { cost } = this.scene;
        return this.#intend(key, partCharged(current, errand.part, { card, cost, tax: booking.tax, description }));
      }
      case 'placeHold': {
        const card = this.#cardOf(current.ledger.holdCard);
        return this.#intend(key, holdPlaced(current, { card, description, raises: false }));
      }
      case 'renewHold': {
        const card = this.#cardOf(current.ledger.holdCard);
        return this.#intend(key, holdRenewed(current, errand.authorisation, { card, description, longer: false }));
      }
      case 'releaseHold':
        return this.#intend(key, {
          request: { kind: 'release', authorisation: errand.authorisation },
          amount: zero,
        });
      case 'lapse': {
        const back = this.giveBack(allInHand(current.ledger), 'lapsed', clock);
        this.record([{ kind: 'lapsed', at: this.now, reason: 'not_paid' }, ...back.facts], clock);
        return back.afterwards;
      }
      case 'deliver':
        this.record([deliveredFact(current, booking, this.scene.owner.deliveredSince)], clock);
        return null;
      case 'document':
        await this.#issue();
        return null;
      case 'turn':
        this.record([], clock);
        return null;
      case 'invoiceOverdue':
        throw new Error('ordinary lives leave no invoice open');
    }
  }

  #cardOf(kept: CardOnFile | null): CardUsed {
    return this.#cards.get(kept!.cardId)!;
  }

  #intend(cause: string, asked: AskedByItself | null): Afterwards {
    if (!asked) return null;
    const id = this.openIntent(cause, asked, clock);
    return () => this.carryOut(id);
  }

  /** What `openIntent` commits. @returns its id, to be carried out */
  openIntent(cause: string, { request, amount }: AskedByItself, actor: Actor): string {
    const { booking } = this.loaded;
    const { id: accountId, mode } = this.scene.account;
    const id = randomUUID();
    const intent = { id, bookingId: booking.id, cause, request, amount, accountId, actor, madeAt: this.now };
    this.#intents.push({ ...intent, state: 'open', answer: null, answeredAt: null, calledAt: new Date() });
    if (booking.mode === null) this.loaded = { ...this.loaded, booking: { ...booking, mode } };
    return id;
  }

  #set(id: string, change: Partial<CallRow>): CallRow {
    const index = this.#intents.findIndex((intent) => intent.id === id);
    return (this.#intents[index] = { ...this.#intents[index]!, ...change });
  }

  /** Asks the network, and records its answer; whoever is asked to confirm does so at once. */
  async carryOut(id: string): Promise<void> {
    const { network } = this.scene;
    const intent = this.#intents.find((each) => each.id === id)!;
    const answer = await askProcessor(network.processor, intent, this.loaded.booking.currency);
    if (answer.outcome === 'confirm') {
      this.#set(id, { state: 'waiting', answer });
      // The client has what was due before the confirmation came.
      await this.runDue();
      this.#answered(id, network.confirm(id) as Ended);
      return;
    }
    this.#answered(id, answer as Ended);
  }

  #answered(id: string, answer: Ended): void {
    const asked = askedOf(this.#intents.find((each) => each.id === id)!);
    const { actor } = this.#set(id, { state: answer.outcome, answer, answeredAt: this.now });
    const { ledger } = this.bookingState();
    const added = factsOfAnswer(asked, answer, answeredOn(this.loaded, this.now));
    const card = cardRow(this.loaded.booking.clientId, asked, added);
    if (card && 'card' in asked.request) {
      this.scene.written.piece.cards.push(card);
      this.#cards.set(card.id, asked.request.card);
    }
    this.record(added, actor!);
    const receipt = added.find((fact) => fact.kind === 'received');
    if (receipt && goesBackAtOnce(receipt, ledger, this.bookingState().position.credit))
      throw new Error('nothing comes too late in ordinary lives');
  }

  /** What `openRefunds` does: facts of what is given back by hand, and what is asked of the network. */
  giveBack(refunds: readonly Refund[], cause: string, actor: Actor): { facts: Fact[]; afterwards: Afterwards } {
    const { byHand, asked } = givingBack(refunds, this.bookingState().ledger, { cause, at: this.now });
    const ids = asked.map(({ receiptId, whole: amount, on }) => {
      const payment = this.#paymentOf(receiptId);
      const account = this.scene.account.id;
      const request = { kind: 'refund' as const, receiptId, payment, account, ...(on ? { on } : {}) };
      return this.openIntent(`refund:${receiptId}:${cause}`, { request, amount }, actor);
    });
    const afterwards = async (): Promise<void> => {
      for (const id of ids) await this.carryOut(id);
    };
    return { facts: byHand, afterwards };
  }

  #paymentOf(receiptId: string): string {
    const captures = new Set(['capture', 'keepFromHold']);
    const paid = this.#intents.find(
      ({ id, request }) =>
        id === receiptId ||
        (captures.has(request.kind) && 'authorisation' in request && request.authorisation === receiptId),
    );
    if (paid?.answer?.outcome !== 'approved') throw new Error(`no payment behind the receipt ${receiptId}`);
    return paid.answer.reference;
  }

  #write(letter: Pick<Parameters<typeof messageRow>[1], 'cause' | 'occasion' | 'part' | 'text'>): void {
    const { owner, wordingOf } = this.scene;
    const wording = wordingOf(letter.occasion);
    if (wording.off || this.#causes.has(letter.cause)) return;
    this.#causes.add(letter.cause);
    const message = { id: randomUUID(), now: this.now, ...letter };
    this.#letters.push(messageRow(this.loaded, message, wording, owner.name));
  }

  async #issue(): Promise<void> {
    const { owner, taxes, written } = this.scene;
    const wanted = documentsWanted(this.loaded, this.#documents, owner);
    if (wanted.length === 0) return;
    const subject = subjectOfBooking(this.loaded, { owner, taxes });
    if (missingOf(subject, this.loaded.booking.price).length > 0) throw new Error('documents cannot be issued');
    const rows = await documentRows(this.loaded, wanted, {
      subject,
      earlier: this.#documents,
      current: this.bookingState(),
      number: written.numberOf,
      newId: randomUUID,
      now: this.now,
    });
    if (!rows.ok) throw new Error(rows.refusal.code);
    if (rows.value.some(({ dueDay }) => dueDay !== null)) throw new Error('ordinary lives leave no invoice open');
    this.#documents.push(...rows.value);
    written.piece.documents.push(...rows.value);
  }

  /** Hands over the letters of this moment, in their order. */
  handOver(): void {
    const { owner, written } = this.scene;
    const letters = this.#letters;
    this.#letters = [];
    for (const letter of letters) {
      const from = { name: owner.name, address: owner.email };
      const messageId = messageIdOf({ key: letter.id, from });
      written.piece.messages.push({
        ...letter,
        state: 'sent',
        sentAt: this.now,
        tries: 1,
        triedAt: new Date(),
        pause: 180,
      });
      const { occasion, subject, recipient: to } = letter;
      this.record([{ kind: 'sent', at: this.now, occasion, subject, messageId, to }], clock);
    }
  }

  /** Nothing is left to be done. */
  end(): void {
    const { written, places } = this.scene;
    const { loaded, agenda } = this;
    const occupancies = places.of(loaded.booking.id);
    written.piece.over.push({ loaded, errands: agenda.rows, intents: this.#intents, occupancies });
  }
}
