import type { DocumentKind, DocumentRun } from '#core/invoices/document';
import { type Minor, minor, sum, zero } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';

/** What was issued, as far as what may follow depends on it; in the order of issue. */
export type Issued = {
  readonly id: string;
  readonly cause: string;
  readonly kind: DocumentKind;
  readonly run: DocumentRun;
  /** Of a credit: the document that it takes back. */
  readonly creditOf: string | null;
  readonly total: Minor;
};

/** A document that facts ask for. The cause makes it happen once. */
export type WantedDocument = { readonly cause: string; readonly run: DocumentRun } & (
  | { readonly kind: 'account'; readonly amount: Minor }
  /** `figures` of what is no price of the booking: what was kept, claims. */
  | {
      readonly kind: 'final';
      readonly figures?: {
        readonly total: Minor;
        readonly taxes: readonly TaxAmount[];
        readonly lines: readonly OwnLine[];
      };
    }
  /** `of` is the cause of the document that it takes back; without an amount: all that is left of it. */
  | { readonly kind: 'credit'; readonly of: string; readonly amount?: Minor }
);
export type OwnLine = { readonly label: string; readonly amount: Minor };

export type Kept = {
  readonly cause: string;
  readonly kind: DocumentKind;
  readonly run: DocumentRun;
  readonly left: Minor;
};

/** What is left of each document after its credits. */
export function leftOf(issued: readonly Issued[]): Kept[] {
  return issued
    .filter(({ kind }) => kind !== 'credit')
    .map(({ id, cause, kind, run, total }) => {
      const credited = sum(issued.filter(({ creditOf }) => creditOf === id).map((credit) => credit.total));
      return { cause, kind, run, left: minor(total + credited) };
    });
}

/** What stands while facts are read: issued documents, and those wanted since. */
export class DocumentsStanding {
  readonly wanted: WantedDocument[] = [];
  #kept: Kept[];
  readonly #causes: Set<string>;

  constructor(issued: readonly Issued[]) {
    this.#kept = leftOf(issued);
    this.#causes = new Set(issued.map(({ cause }) => cause));
  }

  /** The final invoice that stands: all else waits until it is credited in full. */
  get final(): Kept | null {
    return this.#kept.findLast(({ kind, run, left }) => kind === 'final' && run !== 'claims' && left > 0) ?? null;
  }

  /** Documents on account with something left, newest first. */
  get onAccount(): Kept[] {
    return this.#kept.filter(({ kind, left }) => kind === 'account' && left > 0).toReversed();
  }

  onAccountIn(run: DocumentRun): Minor {
    return sum(this.onAccount.filter((kept) => kept.run === run).map(({ left }) => left));
  }

  leftOn(cause: string): Minor {
    return this.#kept.find((kept) => kept.cause === cause)?.left ?? zero;
  }

  was(cause: string): boolean {
    return this.#causes.has(cause);
  }

  want(document: WantedDocument, total: Minor): void {
    if (this.#causes.has(document.cause)) return;
    this.#causes.add(document.cause);
    this.wanted.push(document);
    const { cause, kind, run } = document;
    if (document.kind === 'credit')
      this.#kept = this.#kept.map((kept) =>
        kept.cause === document.of ? { ...kept, left: minor(kept.left - total) } : kept,
      );
    else this.#kept.push({ cause, kind, run, left: total });
  }

  credit(cause: string, of: Kept, amount: Minor): void {
    if (amount <= 0) return;
    const whole = amount === of.left ? {} : { amount };
    this.want({ cause, kind: 'credit', run: of.run, of: of.cause, ...whole }, amount);
  }
}
