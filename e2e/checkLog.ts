import { holdsCardNumber } from '#core/payments/cardNumber';

/** People and businesses of the demo and of journeys, as they stand in forms and letters. */
const names = /\b(Ines|Valadar|Otto|Prins|Lena|Varga|Ottilie|Brandauer|Rui|Bela|Vesper)\b/;
/** 256 bits as links, devices and sessions have them. */
const token = /(?<![A-Za-z0-9_-])[A-Za-z0-9_-]{43}(?![A-Za-z0-9_-])/;
const plain = /^(First start: open \S+\/first-start and type the code [A-Z2-9]{4}-[A-Z2-9]{4})?$/;

/** Why a line may not stand in a log; null where it may. */
function fault(line: string): string | null {
  if (plain.test(line)) return null;
  if (!line.startsWith('{')) return 'it did not come through the log';
  if (/(?<![\w/.+-])[\w.+-]+@[\w-]+\.[a-z]/i.test(line)) return 'an address';
  if (names.test(line)) return 'a name';
  if (token.test(line)) return 'a link or key';
  if (/\/[bqr]\/[^[\s"/]{12,}/.test(line)) return 'a link';
  return holdsCardNumber(line) ? 'the number of a card' : null;
}

/** Nothing of anybody stands in what a server has written. @throws {Error} with the first lines in which something does */
export function checkLog(written: string): void {
  const wrong = written.split('\n').flatMap((line) => {
    const why = fault(line);
    return why === null ? [] : [`${why}: ${line.slice(0, 300)}`];
  });
  if (wrong.length > 0) throw new Error(`the log says too much:\n${wrong.slice(0, 5).join('\n')}`);
}
