import { free } from '#contracts/routes/checkout';
import { addressOf, type OutOf } from '#contracts/routes/route';
import type { PlainDate } from '#core/calendar/days';
import type { WallTime } from '#core/calendar/wallTime';
import { read } from '#islands/api';
import { lastOf } from '#islands/parts/months';
import { useEffect, useState } from 'react';

type Looked = OutOf<typeof free>;
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
  const about = { service, from: month, to: lastOf(month), count: String(count), ...(start ? { start } : {}) };
  const address = addressOf(free.path, about);
  useEffect(() => {
    let current = true;
    read(free, about).then(
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
