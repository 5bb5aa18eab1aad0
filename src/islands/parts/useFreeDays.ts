import { free as freeRoute } from '#contracts/routes/checkout';
import type { PlainDate } from '#core/calendar/days';
import { read } from '#islands/api';
import { firstOf, lastOf } from '#islands/parts/months';
import { useQuery } from '@tanstack/react-query';

/** Whether a service is free on a day, for the days of which that is known. */
export type FreeDays = ReadonlyMap<PlainDate, boolean>;

/** What is free of a service in the month that is looked at; null where nothing is known of it. */
export function useFreeDays(service: string | undefined, month: PlainDate, wanted: boolean): FreeDays | null {
  const from = firstOf(month);
  const { data } = useQuery({
    queryKey: ['free', service, from],
    queryFn: () => read(freeRoute, { service: service!, from, to: lastOf(month), count: '1' }),
    enabled: wanted && service !== undefined,
    retry: false,
  });
  return data ? new Map(data.days.map(({ date, starts }) => [date, starts.length > 0])) : null;
}
