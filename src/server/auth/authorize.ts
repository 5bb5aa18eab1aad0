import { type Opening, type Right, rights } from '#contracts/routes/rights';

type Person = { readonly id: string };

/** Whoever has a sign-in is the owner, who may do everything. */
const rightsOf = (_person: Person): ReadonlySet<Right> => new Set(rights);

/**
 * Whether somebody may use what has that opening: `sign_in_needed` where that could change with a sign-in, `not_yours`
 * where it could not. What names no right is for nobody but who is signed in, and is not there for them either.
 */
export function refusalOf(opening: Opening | null, person: Person | null): 'sign_in_needed' | 'not_yours' | null {
  if (opening === 'anybody' || opening === 'link' || opening === 'client') return null;
  if (!person) return 'sign_in_needed';
  return opening === null || rightsOf(person).has(opening) ? null : 'not_yours';
}
