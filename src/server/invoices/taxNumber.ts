import { checkVAT, countries } from 'jsvat';

/**
 * Whether a tax number can be one by its form: no service can be asked whether it is registered. A number without its
 * country, or of a country whose form is not known, is taken as it is.
 */
export function isTaxNumber(number: string): boolean {
  if (number === '' || !/^[A-Z]{2}/.test(number)) return true;
  const known = countries.some(({ codes }) => codes[0] === number.slice(0, 2) || codes[1] === number.slice(0, 2));
  return !known || checkVAT(number, countries).isValid;
}
