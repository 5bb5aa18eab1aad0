// Writes the two tables of the outside world that the core holds: ISO 4217 exponents and the IANA zone names.
// Run by hand when either changes: node scripts/tables.mjs
import { readFileSync, writeFileSync } from 'node:fs';
import * as currencies from 'dinero.js/currencies';

const byCode = Object.values(currencies)
  .filter((currency) => /^[A-Z]{3}$/.test(currency.code))
  .sort((a, b) => (a.code < b.code ? -1 : 1));
const groups = new Map();
// Their fifths of a unit make dinero.js count one digit; ISO 4217 lists two.
const listedWithTwo = new Set(['MGA', 'MRU']);
for (const { code, exponent } of byCode) {
  const digits = listedWithTwo.has(code) ? 2 : exponent;
  groups.set(digits, [...(groups.get(digits) ?? []), code]);
}
const rows = [...groups].sort((a, b) => a[0] - b[0]).map(([exponent, codes]) => `  ${exponent}: '${codes.join(' ')}',`);
writeFileSync(
  'src/core/money/currencyTable.ts',
  `/**
 * Active currencies of ISO 4217 that have a minor unit, by its exponent.
 * Written by scripts/tables.mjs from dinero.js 2.0.2: the digits that Intl gives differ from ISO 4217 for 16 of them.
 */
export const codesByExponent: Readonly<Record<number, string>> = {
${rows.join('\n')}
};
`,
);

const names = readFileSync('/usr/share/zoneinfo/tzdata.zi', 'utf8')
  .split('\n')
  .flatMap((line) => {
    const words = line.split(' ');
    if (words[0] === 'Z') return [words[1]];
    return words[0] === 'L' ? [words[2]] : [];
  })
  .filter((name) => name !== 'Factory')
  .filter((name) => {
    try {
      return Boolean(new Intl.DateTimeFormat('en', { timeZone: name }));
    } catch {
      return false; // known to the operating system and not to this runtime, which could not compute with it
    }
  })
  .sort();
writeFileSync(
  'src/core/calendar/zoneNames.ts',
  `/**
 * Every zone and link of the IANA time zone database, spelt as it spells them.
 * Written by scripts/tables.mjs from tzdata.zi; Intl.supportedValuesOf leaves the links out.
 */
export const zoneNames: ReadonlySet<string> = new Set(
  \`
${names.join('\n')}
\`
    .trim()
    .split('\\n'),
);
`,
);
