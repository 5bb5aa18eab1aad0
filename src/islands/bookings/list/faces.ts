import type { BookingsQuery } from '#contracts/bookings/views';

/** Bookings seen in three ways, each with its own address and what it shows where nothing else is chosen. */
export const faces = {
  list: { path: '/bookings', label: 'List', usual: 'open' },
  lanes: { path: '/bookings/lanes', label: 'Lanes', usual: 'all' },
  calendar: { path: '/bookings/calendar', label: 'Calendar', usual: 'all' },
} as const satisfies Record<string, { path: string; label: string; usual: BookingsQuery['stage'] }>;
export type Face = keyof typeof faces;

/** What all faces are narrowed by. */
export type Narrowed = Pick<BookingsQuery, 'search' | 'stage'>;

/** Where a face stands in the address; what is as usual there is left out. */
export function faceAddress(
  face: Face,
  { search, stage }: Narrowed,
  more: Readonly<Record<string, string>> = {},
): string {
  const words = new URLSearchParams();
  if (search) words.set('search', search);
  if (stage !== faces[face].usual) words.set('stage', stage);
  for (const [name, value] of Object.entries(more)) words.set(name, value);
  const text = words.toString();
  return faces[face].path + (text ? `?${text}` : '');
}

/** The same filters on another face: where nothing was chosen, nothing is chosen there. */
export const otherFace = (from: Face, to: Face, { search, stage }: Narrowed): string =>
  faceAddress(to, { search, stage: stage === faces[from].usual ? faces[to].usual : stage });

/** The part of a list's address that lanes and calendar have no use for. */
export function listPart({ sort, descending, page }: BookingsQuery): Record<string, string> {
  return {
    ...(sort === 'start' ? {} : { sort }),
    ...(descending ? { descending: '1' } : {}),
    ...(page > 0 ? { page: String(page) } : {}),
  };
}
