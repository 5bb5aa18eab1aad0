import type { BookingsQuery } from '#contracts/views';

/** The part of the address that says which list it is; what is as usual is left out. */
export function bookingsAddress({ search, stage, sort, descending, page }: BookingsQuery): string {
  const words = new URLSearchParams();
  if (search) words.set('search', search);
  if (stage !== 'open') words.set('stage', stage);
  if (sort !== 'start') words.set('sort', sort);
  if (descending) words.set('descending', '1');
  if (page > 0) words.set('page', String(page));
  const text = words.toString();
  return text ? `?${text}` : '';
}
