import { countries } from '#core/invoices/countries';

const regions = new Intl.DisplayNames(['en'], { type: 'region' });

/** What a country is called; nothing where none is said. */
export const countryName = (code: string): string => (code === '' ? '' : (regions.of(code) ?? code));

/** All countries by name, with none first. */
export const countryChoices = [
  { value: '', label: '—' },
  ...countries.map((value) => ({ value, label: countryName(value) })).sort((a, b) => a.label.localeCompare(b.label)),
];
