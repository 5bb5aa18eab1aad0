import { type Face, faceAddress, type Narrowed } from '#islands/bookings/list/faces';
import { useEffect, useState } from 'react';

/** What a face is narrowed by; it stands in the address, so that reload, back and a copied link show the same. */
export function useNarrowed(face: Face, given: Narrowed, more: Readonly<Record<string, string>> = {}) {
  const [narrowed, setNarrowed] = useState<Narrowed>({ search: given.search, stage: given.stage });
  const address = faceAddress(face, narrowed, more);
  useEffect(() => history.replaceState(null, '', address), [address]);
  return [narrowed, setNarrowed] as const;
}

export const sameNarrowed = (one: Narrowed, other: Narrowed): boolean =>
  one.search === other.search && one.stage === other.stage;
