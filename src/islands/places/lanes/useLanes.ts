import { lanes as lanesRoute } from '#contracts/routes/places';
import type { Lane, LanesQuery, LanesView } from '#contracts/places/timeViews';
import { lanesOnPage } from '#contracts/bookings/views';
import { read } from '#islands/api';
import { sameNarrowed } from '#islands/bookings/list/useNarrowed';
import { useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

type Asked = Omit<LanesQuery, 'page'>;

const pageOf = (asked: Asked, page: number) => ({
  queryKey: ['lanes', asked, page],
  queryFn: () => read(lanesRoute, { ...asked, page }),
  refetchInterval: 30_000,
});

/** The lanes of some days: the first page, and those of the others that are looked at. */
export function useLanes(given: LanesView, asked: Asked) {
  const client = useQueryClient();
  const [looked, setLooked] = useState<readonly number[]>([]);
  const asGiven = asked.from === given.from && asked.to === given.to && sameNarrowed(asked, given);
  const first = useQuery({
    ...pageOf(asked, 0),
    ...(asGiven ? { initialData: given } : {}),
    placeholderData: (before: LanesView | undefined) => before,
  });
  const view = first.data ?? given;
  const further = looked.filter((page) => page > 0 && page * lanesOnPage < view.count);
  const pages = useQueries({ queries: further.map((page) => pageOf(asked, page)) });
  return {
    /** What the first page says of all of them. */
    view,
    /** One by its place among all; null where it is not here yet. */
    laneAt: (index: number): Lane | null => {
      const page = Math.floor(index / lanesOnPage);
      const found = page === 0 ? view : pages[further.indexOf(page)]?.data;
      return found?.lanes[index % lanesOnPage] ?? null;
    },
    /** Those of these places are looked at from now on. */
    lookAt: (from: number, to: number): void => {
      const [begins, ends] = [Math.floor(from / lanesOnPage), Math.floor(to / lanesOnPage)];
      const now = Array.from({ length: ends - begins + 1 }, (_, page) => begins + page);
      if (now.join() !== looked.join()) setLooked(now);
    },
    isError: first.isError || pages.some(({ isError }) => isError),
    isOfBefore: first.isPlaceholderData,
    again: () => client.invalidateQueries({ queryKey: ['lanes'] }),
  };
}
