import { standInsView } from '#contracts/routes/standIns';
import type { StandInsView } from '#contracts/standIns/views';
import type { Shell } from '#contracts/bookings/views';
import { read } from '#islands/api';
import { AccountsPanel } from '#islands/standIns/AccountsPanel';
import { ClockPanel } from '#islands/standIns/ClockPanel';
import { EventsPanel } from '#islands/standIns/EventsPanel';
import { FaultsPanel } from '#islands/standIns/FaultsPanel';
import { MailPanel } from '#islands/standIns/MailPanel';
import { NetworkPanel } from '#islands/standIns/NetworkPanel';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styles from './StandIns.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: StandInsView };

export default function StandInsPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <StandIns given={view} />
    </OwnerShell>
  );
}

/** The simulated outside world, seen and steered from one view. */
function StandIns({ given }: { readonly given: StandInsView }) {
  const [search, setSearch] = useState('');
  const [wanted] = useDebouncedValue(search, 200);
  const { data } = useQuery({
    queryKey: ['standIns', wanted],
    queryFn: () => read(standInsView, { mail: wanted }),
    placeholderData: keepPreviousData,
    ...(wanted === '' ? { initialData: given } : {}),
    refetchInterval: (query) => (query.state.data?.moving ? 400 : 5000),
  });
  const view = data ?? given;
  return (
    <>
      <h1 className={styles.title}>Stand-ins</h1>
      <p className={styles.lead}>
        The outside world of this installation is simulated: its clock, its processors and its mailbox. Nothing here
        reaches a real bank or a real inbox.
      </p>
      <ClockPanel view={view} />
      <div className={styles.columns}>
        <MailPanel mail={view.mail} search={search} setSearch={setSearch} />
        <div>
          <NetworkPanel network={view.network} />
          <AccountsPanel accounts={view.accounts} />
          <EventsPanel network={view.network} />
          <FaultsPanel faults={view.faults} />
        </div>
      </div>
    </>
  );
}
