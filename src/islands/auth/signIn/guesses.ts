/** What money is counted in where somebody is, by the region of their browser; nothing where it is not known. */
const currencies: Readonly<Record<string, string>> = {
  AE: 'AED',
  AR: 'ARS',
  AU: 'AUD',
  BG: 'EUR',
  BR: 'BRL',
  CA: 'CAD',
  CH: 'CHF',
  CL: 'CLP',
  CN: 'CNY',
  CO: 'COP',
  CZ: 'CZK',
  DK: 'DKK',
  GB: 'GBP',
  HK: 'HKD',
  HU: 'HUF',
  ID: 'IDR',
  IL: 'ILS',
  IN: 'INR',
  IS: 'ISK',
  JP: 'JPY',
  KR: 'KRW',
  KW: 'KWD',
  LI: 'CHF',
  MA: 'MAD',
  MX: 'MXN',
  MY: 'MYR',
  NO: 'NOK',
  NZ: 'NZD',
  PE: 'PEN',
  PH: 'PHP',
  PL: 'PLN',
  RO: 'RON',
  RS: 'RSD',
  SA: 'SAR',
  SE: 'SEK',
  SG: 'SGD',
  TH: 'THB',
  TR: 'TRY',
  TW: 'TWD',
  UA: 'UAH',
  US: 'USD',
  VN: 'VND',
  ZA: 'ZAR',
};
const euro = new Set('AT BE CY DE EE ES FI FR GR HR IE IT LT LU LV MT NL PT SI SK'.split(' '));

/** Zones of countries whose currency is their own, where the browser's language says another country. */
const zonesOf: readonly (readonly [start: string, region: string])[] = [
  ['Europe/London', 'GB'],
  ['Europe/Zurich', 'CH'],
  ['Europe/Stockholm', 'SE'],
  ['Europe/Oslo', 'NO'],
  ['Europe/Copenhagen', 'DK'],
  ['Europe/Warsaw', 'PL'],
  ['Europe/Prague', 'CZ'],
  ['Europe/Budapest', 'HU'],
  ['Europe/Bucharest', 'RO'],
  ['Europe/Istanbul', 'TR'],
  ['Europe/Kyiv', 'UA'],
  ['Asia/Tokyo', 'JP'],
  ['Australia/', 'AU'],
  ['Pacific/Auckland', 'NZ'],
];

/** The currency of a place, by where its clocks stand and then by the region of the language; null where neither tells. */
export function guessedCurrency(zone: string, language: string): string | null {
  const own = zonesOf.find(([start]) => zone.startsWith(start))?.[1];
  if (own) return currencies[own]!;
  const region = /[-_]([A-Z]{2})\b/.exec(language)?.[1];
  const byRegion = region ? (euro.has(region) ? 'EUR' : (currencies[region] ?? null)) : null;
  // English is spoken by browsers everywhere: in Europe its American region says nothing.
  if (zone.startsWith('Europe/') && (byRegion === null || region === 'US' || region === 'GB')) return 'EUR';
  return byRegion;
}
