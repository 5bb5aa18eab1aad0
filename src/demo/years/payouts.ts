import type { Instant } from '#core/calendar/instant';
import { payoutBanked, payoutMade } from '#core/books/journal/otherEntries';
import { minor } from '#core/money/minor';
import type { NetworkInMemory } from '#demo/years/network';
import type { Scene } from '#demo/years/scene';
import { payoutOf } from '#world/cardNetwork/rows';

type Paid = NetworkInMemory['payments'][number];

/** What the network pays out by itself, and the owner finds in the bank with the month's first payout. */
export class Payouts {
  readonly #due = new Map<Instant, Paid[]>();
  #seen = 0;
  /** So many payouts were found in the bank. */
  #found = 0;

  constructor(private readonly scene: Scene) {}

  /** Everything of before that moment. */
  until(moment: Instant): void {
    const { payments } = this.scene.network;
    for (; this.#seen < payments.length; this.#seen++) {
      const paid = payments[this.#seen]!;
      const batch = this.#due.get(paid.payOutAt);
      if (batch) batch.push(paid);
      else this.#due.set(paid.payOutAt, [paid]);
    }
    const moments = [...this.#due.keys()].filter((at) => at < moment).sort();
    for (const at of moments) {
      this.#payOut(at, this.#due.get(at)!);
      this.#due.delete(at);
    }
  }

  #payOut(at: Instant, batch: readonly Paid[]): void {
    const { account, owner, written } = this.scene;
    const { reference, provider, name: processor } = account;
    const { currency } = owner;
    const newest = written.payouts.at(-1);
    if (newest && newest.at.slice(0, 7) !== at.slice(0, 7)) this.#findInBank(at);
    const id = `${at.slice(0, 10)} ${currency} ${reference}`;
    for (const paid of batch) paid.payout = id;
    const { lines, gross, fee } = payoutOf(provider, batch);
    written.payouts.push({ id, at, currency, gross, fee, payments: lines, processor: provider, bankedAt: null });
    const entry = payoutMade(id, gross, fee);
    if (entry) written.piece.entries.push({ entry, at, currency, about: id, processor });
  }

  #findInBank(at: Instant): void {
    const { written } = this.scene;
    for (const payout of written.payouts.slice(this.#found)) {
      payout.bankedAt = at;
      const entry = payoutBanked(payout.id, minor(payout.gross - payout.fee));
      if (entry) written.piece.entries.push({ entry, at, currency: payout.currency, about: payout.id });
    }
    this.#found = written.payouts.length;
  }
}
