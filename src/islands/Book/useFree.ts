import type { FreeDay, FreeStart } from '#core/availability/freeDays';
import type { PlainDate } from '#core/calendar/days';
import type { WallTime } from '#core/calendar/wallTime';
import { read } from '#islands/api';
import { lastOf } from '#islands/Book/months';
import { useEffect, useState } from 'react';

type Looked = { readonly days: readonly FreeDay[]; readonly ends: readonly FreeStart[] };
type Asked = {
  readonly service: string;
  readonly month: PlainDate;
  readonly count: number;
  readonly start: WallTime | null;
};

/** What is free in a month, or until when a stay may go on; `failed` where it could not be read. */
export function useFree({ service, month, count, start }: Asked) {
  const [found, setFound] = useState<{
    readonly of: string;
    readonly looked: Looked | null;
    readonly failed: boolean;
  }>();
  const [again, setAgain] = useState(0);
  const query = new URLSearchParams({ service, from: month, to: lastOf(month), count: String(count) });
  if (start) query.set('start', start);
  const address = `/api/client/free?${query}`;
  useEffect(() => {
    let current = true;
    read<Looked>(address).then(
      (looked) => current && setFound({ of: address, looked, failed: false }),
      () => current && setFound({ of: address, looked: null, failed: true }),
    );
    return () => {
      current = false;
    };
  }, [address, again]);
  const fresh = found?.of === address ? found : null;
  return {
    days: fresh?.looked?.days ?? null,
    ends: fresh?.looked?.ends ?? null,
    failed: fresh?.failed ?? false,
    lookAgain: () => setAgain((times) => times + 1),
  };
}
