import type { DocumentBody } from '#core/invoices/document';
import type { DocumentKind } from '#core/invoices/document';
import { type Minor, minor, sum } from '#core/money/minor';
import { splitByWeight } from '#core/money/splitByWeight';
import { taxSum } from '#core/price/taxSums';
import { taxGroups } from '#core/price/taxGroups';

/** A line as data has it: what it is, its sum without tax, and its one code; null where none is charged. */
export type DataLine = { readonly label: string; readonly net: Minor; readonly code: string | null };

type Of = Pick<DocumentBody, 'lines' | 'taxes' | 'price' | 'title'> & { readonly net: Minor };

/** One line for each code and one for what has none: what documents show that list a single sum. */
function byCode({ lines, taxes, net }: Of): DataLine[] {
  const label = lines.map((line) => line.label).join(', ');
  const coded = taxes.filter(({ base, amount }) => base !== 0 || amount !== 0);
  const rest = minor(net - sum(coded.map(({ base }) => base)));
  return [
    ...coded.map(({ code, base }): DataLine => ({ label, net: base, code })),
    ...(rest !== 0 || coded.length === 0 ? [{ label, net: rest, code: null }] : []),
  ];
}

/**
 * The lines of a document as data (EN 16931): each with one category at most, their sums adding up to the bases, also
 * where tax is within. Null where a line carries two codes: such a document cannot be data, and says so.
 */
export function dataLines(of: Of, kind: DocumentKind): DataLine[] | null {
  const { lines, price, taxes, net } = of;
  const carried = new Set(taxes.map(({ code }) => code));
  const groups = taxGroups(
    price.lines.map(({ taxes: codes = [] }) => ({ net: minor(0), codes })),
    price.taxes,
    false,
  );
  if (groups.some(({ codes }) => codes.length > 1)) return null;
  const listed = kind === 'final' && lines.every(({ codes }) => codes.length <= 1);
  if (!listed) return byCode(of);
  if (price.taxMode === 'exclusive' && sum(lines.map((line) => line.net)) === net)
    return lines.map(({ label, net: own, codes }) => ({ label, net: own, code: codes[0] ?? null }));
  // Tax within: what a group's lines come to without it, over them by their weights.
  const shown = lines.map(({ label, net: own, codes }) => ({ label, own, code: codes[0] ?? null }));
  const without = new Map<string | null, Minor[]>();
  for (const code of new Set(shown.map((line) => line.code))) {
    const own = shown.filter((line) => line.code === code).map((line) => line.own);
    const base = code === null ? sum(own) : (taxes.find((tax) => tax.code === code)?.base ?? sum(own));
    without.set(code, splitByWeight(base, own));
  }
  const made = shown.map(({ label, code }): DataLine => ({ label, code, net: without.get(code)!.shift()! }));
  return carried.size > 0 && minor(sum(made.map((line) => line.net)) - net) !== 0 ? byCode(of) : made;
}

/** Whether what a document shows adds up as data must: lines to the net, net and taxes to the total. */
export const addsUp = (
  lines: readonly DataLine[],
  { net, total, taxes }: { readonly net: Minor; readonly total: Minor; readonly taxes: DocumentBody['taxes'] },
): boolean => sum(lines.map((line) => line.net)) === net && minor(net + taxSum(taxes)) === total;
