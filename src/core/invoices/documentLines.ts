import type { DocumentLine } from '#core/invoices/document';
import type { WantedDocument } from '#core/invoices/documentsStanding';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import { countedLines, price, type PriceInput } from '#core/price/price';

const one = '1' as Decimal;

/** The lines of the price that count, as a document lists them. */
function linesOf(input: PriceInput): DocumentLine[] {
  const priced = price(input).lines;
  return countedLines(input).map(({ label, quantity, unitPrice, taxes }, index) => ({
    label,
    quantity,
    unitPrice,
    net: priced[index]!.net,
    codes: taxes ?? [],
  }));
}

const single = (label: string, amount: Minor, codes: readonly string[]): DocumentLine => ({
  label,
  quantity: one,
  unitPrice: amount,
  net: amount,
  codes,
});

/** What a document lists: the price's lines, what was kept or claimed, or the one sum that is on account or credited. */
export function documentLines(
  wanted: WantedDocument,
  {
    title,
    total,
    codes,
    price: input,
  }: {
    readonly title: string;
    readonly total: Minor;
    /** The codes of its taxes. */
    readonly codes: readonly string[];
    readonly price: PriceInput;
  },
): DocumentLine[] {
  if (wanted.kind === 'account') return [single(`Payment on account: ${title}`, total, codes)];
  if (wanted.kind === 'credit') return [single(title, total, codes)];
  if (wanted.figures) return wanted.figures.lines.map(({ label, amount }) => single(label, amount, codes));
  return linesOf(input);
}
