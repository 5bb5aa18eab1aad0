import type { AskedPhone } from '#core/catalogue/pageSettings';
import { ok, refuse, type Result } from '#core/result';
import { type CountryCode, isSupportedCountry, parsePhoneNumberFromString } from 'libphonenumber-js';

export type PhoneRefusal = { readonly code: 'phone_missing' | 'phone_wrong'; readonly path: 'phone' };

/**
 * A telephone number as E.164, where the business asks for one; empty where it does not, or where none was given and none
 * is needed. Numbers without their country are read as those of the business's.
 */
export function readPhone(
  typed: string,
  { asked, country }: { readonly asked: AskedPhone; readonly country: string },
): Result<string, PhoneRefusal> {
  if (asked === 'off') return ok('');
  if (typed.trim() === '') return asked === 'needed' ? refuse({ code: 'phone_missing', path: 'phone' }) : ok('');
  const home: CountryCode | undefined = isSupportedCountry(country) ? country : undefined;
  const read = parsePhoneNumberFromString(typed, home);
  return read?.isPossible() ? ok(read.number) : refuse({ code: 'phone_wrong', path: 'phone' });
}
